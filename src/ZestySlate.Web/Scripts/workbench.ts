import { Rooms, type Fields } from "./workbench/rooms";
import { watchDetails } from "./workbench/details";
import { watchBoards } from "./workbench/boards";
import { watchGrids } from "./workbench/grid";
import { watchFolds } from "./workbench/folds";
import { Dialogs } from "./workbench/dialogs";
import { watchPage } from "./workbench/page";
import { watchKeys } from "./workbench/keys";
import { watchRecorder } from "./workbench/recorder";
import { watchPanelBox } from "./workbench/panel-box";
import { watchStage } from "./workbench/stage";
import { watchSymbols } from "./workbench/symbols";
import { Trial } from "./workbench/trial";
import { watchPresses } from "./workbench/presses";
import { definePreviews } from "./shared/previews";

document.documentElement.classList.add("scripted");
definePreviews();
const rooms = new Rooms(document.body);
const trial = new Trial(rooms);
const stage = watchStage(rooms, trial);
watchPanelBox(rooms, trial);
const dialogs = new Dialogs(rooms);
const bench = { rooms, trial, stage, dialogs };
watchDetails(rooms);
watchFolds(rooms);
watchBoards(rooms);
watchGrids(rooms);
watchRecorder(rooms);
watchSymbols();
watchPresses(bench);
watchPage(rooms);
watchKeys(bench);
// Scripts that are loaded where they are needed have their changes put in line, too.
document.addEventListener("slate:send", event => {
  const { path, fields } = (event as CustomEvent<{ path: string; fields: Fields }>).detail;
  rooms.send(path, fields);
});
document.addEventListener("slate:select", event => void rooms.select((event as CustomEvent<string>).detail));
