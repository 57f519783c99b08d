import { Rooms } from "./workbench/rooms";
import { watchDetails } from "./workbench/details";
import { watchKeys } from "./workbench/keys";
import { watchStage } from "./workbench/stage";
import { Trial } from "./workbench/trial";
import { watchPresses } from "./workbench/presses";

document.documentElement.classList.add("scripted");
const rooms = new Rooms(document.body);
const trial = new Trial(rooms);
const stage = watchStage(rooms, trial);
watchDetails(rooms);
watchPresses(rooms, trial, stage);
watchKeys(rooms, trial, stage);
