import { newId } from "../shared/place";
import { viewOf } from "../shared/surface";
import type { Dialogs } from "./dialogs";
import { chooseOnPage, closePageChooser } from "./page";
import type { Rooms } from "./rooms";
import { reveal } from "./settings";
import type { StageHand } from "./stage";
import type { Trial } from "./trial";

/** The parts of the workbench that a press may set going. */
export interface Bench {
  rooms: Rooms;
  trial: Trial;
  stage: StageHand;
  dialogs: Dialogs;
}

/** What the buttons of the workbench do. */
export function watchPresses(bench: Bench): void {
  const { rooms, trial, dialogs } = bench;
  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const what = target.closest<HTMLElement>("[data-do]")?.dataset.do;
    if (what) {
      act(what, bench);
    }
    const chosen = target.closest<HTMLElement>("[data-select]");
    if (chosen) {
      const spot = chosen.dataset.select!;
      const several =
        (event.shiftKey || event.ctrlKey) && spot
          ? [...rooms.several.filter(other => other !== spot), ...(rooms.isSelected(spot) ? [] : [spot])].join(",")
          : spot;
      void rooms.select(several, () => focusSign(rooms));
    }
    const scene = target.closest<HTMLElement>("button[data-at]")?.dataset.at;
    if (scene && target.closest("#room-storyboard, #room-details, #map")) {
      dialogs.map.close();
      if (trial.on) {
        void trial.toggle().then(() => rooms.go(scene));
      } else {
        void rooms.go(scene);
      }
    }
    const sceneAct = target.closest<HTMLElement>("[data-scene-do]");
    if (sceneAct) {
      actOnScene(sceneAct, rooms);
    }
    if (target.closest("[data-opening]")) {
      keepOpening(rooms);
    }
    if (target.closest("[data-look-opening]")) {
      lookAtOpening();
    }
    const update = target.closest<HTMLElement>("[data-update]");
    if (update) {
      rooms.send("/update", { item: update.dataset.update! }, { after: () => rooms.toast("Up to date.") });
    }
    const goal = target.closest<HTMLElement>("[data-goto-field]");
    if (goal) {
      showCheck(false);
      const go = (): void => goTo(goal.dataset.gotoField!);
      if (goal.dataset.gotoSpot) {
        void rooms.select(goal.dataset.gotoSpot, go);
      } else if (goal.dataset.gotoScene) {
        void rooms.go(goal.dataset.gotoScene, go);
      } else {
        void rooms.select("", go);
      }
    } else if (!target.closest("#check, [data-do=check]")) {
      showCheck(false);
    }
  });

  // As soon as a jump leads somewhere, the way back is offered.
  document.addEventListener("change", event => {
    const field = event.target as HTMLSelectElement;
    if (field.name === "to" && field.closest("form[data-edit]")?.querySelector("input[name=edit][value=jump]") && field.value) {
      const spot = rooms.one;
      window.setTimeout(
        () =>
          rooms.send(
            "/edit",
            { edit: "name", spot, name: document.querySelector<HTMLInputElement>("#room-details input[name=name]")?.value ?? "" },
            {
              after: () => {
                if (document.querySelector("[data-do=wayBack]")) {
                  rooms.toast("The jump is made.", () => act("wayBack", bench), "Add the way back");
                }
              },
            },
          ),
        0,
      );
    }
  });
  dragScenes(rooms);
  if (location.hash.startsWith("#field-")) {
    goTo(location.hash.slice(7));
  }
}

/** One named act of the author; keys and buttons share them. */
export function act(what: string, bench: Bench): void {
  const { rooms, trial, stage, dialogs } = bench;
  const spot = rooms.one;
  switch (what) {
    case "undo":
      rooms.send("/undo", {});
      break;
    case "redo":
      rooms.send("/redo", {});
      break;
    case "try":
      void trial.toggle();
      break;
    case "check":
      showCheck(document.getElementById("check")!.hidden !== false);
      break;
    case "copy":
      if (spot) {
        rooms.send("/edit", { edit: "copy", spot }, { after: () => focusSign(rooms) });
      }
      break;
    case "delete":
      if (rooms.selected) {
        const several = rooms.several;
        rooms.send("/edit", several.length > 1 ? { edit: "deleteSeveral", spots: several.join(",") } : { edit: "delete", spot }, {
          after: () => {
            rooms.toast(several.length > 1 ? `${several.length} spots deleted.` : "Deleted.", () => rooms.send("/undo", {}));
            document.querySelector<HTMLElement>(".stage-mat")?.focus({ preventScroll: true });
          },
        });
      }
      break;
    case "earlier":
    case "later": {
      const steps = what === "earlier" ? "-1" : "1";
      if (spot) {
        rooms.send("/edit", { edit: "order", spot, steps });
      } else if (!rooms.selected) {
        rooms.send("/edit", { edit: "orderScene", scene: rooms.at, steps });
      }
      break;
    }
    case "add": {
      const page = document.querySelector<HTMLElement>(".page-add");
      if (page) {
        chooseOnPage(rooms, page);
      } else {
        stage.chooseInTheMiddle();
      }
      break;
    }
    case "wayBack":
      if (spot) {
        rooms.send("/edit", { edit: "wayBack", spot, newId: newId() }, { after: () => rooms.toast("The way back is there.") });
      }
      break;
    case "newGoal": {
      // A new scene for a jump, and the jump leads to it.
      const scene = newId();
      const words = document.querySelector<HTMLInputElement | HTMLTextAreaElement>("#room-details form [name=words]")?.value ?? "";
      rooms.send("/edit", { edit: "addScene", newId: scene, title: words, at: rooms.at, selected: rooms.selected });
      rooms.send("/edit", { edit: "jump", spot, to: scene, words, at: rooms.at, selected: spot }, { after: () => void rooms.select(spot) });
      break;
    }
    case "asKind":
      if (spot) {
        rooms.send(
          "/edit",
          { edit: "asKind", spot },
          { after: () => rooms.toast("Every spot of this kind looks so now.", () => rooms.send("/undo", {})) },
        );
      }
      break;
    case "addScene":
      dialogs.pickScene();
      break;
    case "keys":
      document.querySelector<HTMLDialogElement>("#keys")!.showModal();
      break;
    case "map":
      void dialogs.map.open();
      break;
    case "reuse":
      stage.closeChooser();
      closePageChooser();
      dialogs.openReuse("any");
      break;
    case "follow": {
      const goal = document.querySelector<HTMLElement>(`#room-stage [data-sign="${CSS.escape(spot)}"]`)?.dataset.jump;
      if (goal) {
        void rooms.go(goal);
      }
      break;
    }
    case "before":
    case "next": {
      const scenes = [...document.querySelectorAll<HTMLElement>("#room-storyboard [data-at]")];
      const now = scenes.findIndex(scene => scene.dataset.at === rooms.at);
      const other = scenes[now + (what === "next" ? 1 : -1)];
      if (other) {
        void rooms.go(other.dataset.at!, () => document.querySelector<HTMLElement>(".stage-mat")?.focus());
      }
      break;
    }
  }
}

function actOnScene(button: HTMLElement, rooms: Rooms): void {
  const edit = button.dataset.sceneDo!;
  const fields: Record<string, string> = { edit, scene: rooms.at };
  if (button.dataset.steps) {
    fields.steps = button.dataset.steps;
  }
  if (edit === "copyScene") {
    fields.newId = newId();
  }
  rooms.send("/edit", fields, {
    after: edit === "deleteScene" ? () => rooms.toast("The scene is deleted.", () => rooms.send("/undo", {})) : undefined,
  });
}

function keepOpening(rooms: Rooms): void {
  const view = viewOf(document.querySelector("#room-stage .stage"));
  if (!view) {
    rooms.toast("Looking round needs a browser with WebGL; the opening direction stays as it is.");
    return;
  }
  const { yaw, pitch } = view.direction();
  rooms.send(
    "/edit",
    { edit: "opening", scene: rooms.at, yaw: yaw.toFixed(2), pitch: pitch.toFixed(2) },
    { after: () => rooms.toast("Learners first look this way.") },
  );
}

/** Turns the stage to where learners look first. */
function lookAtOpening(): void {
  const stage = document.querySelector<HTMLElement>("#room-stage .stage");
  const view = viewOf(stage);
  if (stage && view) {
    const { yaw, pitch } = view.direction();
    view.turn(Number(stage.dataset.yaw) - yaw, Number(stage.dataset.pitch) - pitch);
  }
}

/** Scenes are dragged into another order. */
function dragScenes(rooms: Rooms): void {
  let carried: HTMLElement | null = null;
  const scenes = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>("#room-storyboard .board-scene")];
  document.addEventListener("dragstart", event => {
    carried = (event.target as HTMLElement).closest?.<HTMLElement>(".board-scene") ?? null;
  });
  document.addEventListener("dragover", event => {
    if (carried && (event.target as HTMLElement).closest("#room-storyboard")) {
      event.preventDefault();
    }
  });
  document.addEventListener("drop", event => {
    const onto = (event.target as HTMLElement).closest<HTMLElement>(".board-scene");
    if (carried && onto && onto !== carried) {
      event.preventDefault();
      const steps = scenes().indexOf(onto) - scenes().indexOf(carried);
      rooms.send("/edit", { edit: "orderScene", scene: carried.dataset.at!, steps: String(steps) });
    }
    carried = null;
  });
}

/** Brings a field of the details into view and into hand. */
function goTo(field: string): void {
  const place = document.querySelector<HTMLElement>(
    `#room-details [data-field="${CSS.escape(field)}"], #room-topline [data-field="${CSS.escape(field)}"], #room-stage [data-field="${CSS.escape(field)}"]`,
  );
  if (!place) {
    document.querySelector<HTMLElement>(".stage-mat")?.focus();
    return;
  }
  reveal(place);
}

function focusSign(rooms: Rooms): void {
  const sign = document.querySelector<HTMLElement>(`#room-stage [data-sign="${CSS.escape(rooms.several.at(-1) ?? "")}"]`);
  sign?.focus({ preventScroll: true });
  if (sign) {
    viewOf(sign.closest(".stage"))?.lookAt({ x: Number(sign.dataset.x), y: Number(sign.dataset.y) });
  }
}

/** Opens or closes the ready check; tells whether it was open. */
export function showCheck(show: boolean): boolean {
  const check = document.getElementById("check")!;
  const was = !check.hidden;
  check.hidden = !show;
  document.querySelector("[data-do=check]")?.setAttribute("aria-expanded", String(show));
  return was;
}
