import type { Rooms } from "./rooms";
import type { StageHand } from "./stage";
import type { Trial } from "./trial";

/** What the buttons of the workbench do. */
export function watchPresses(rooms: Rooms, trial: Trial, stage: StageHand): void {
  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const what = target.closest<HTMLElement>("[data-do]")?.dataset.do;
    if (what) { act(what, rooms, trial, stage); }
    const chosen = target.closest<HTMLElement>("[data-select]");
    if (chosen) { void rooms.select(chosen.dataset.select!, () => focusSign(rooms)); }
    const goal = target.closest<HTMLElement>("[data-goto-field]");
    if (goal) {
      showCheck(false);
      void rooms.select(goal.dataset.gotoSpot ?? "", () => goTo(goal.dataset.gotoField!));
    } else if (!target.closest("#check, [data-do=check]")) {
      showCheck(false);
    }
  });
  if (location.hash.startsWith("#field-")) { goTo(location.hash.slice(7)); }
}

/** One named act of the author; keys and buttons share them. */
export function act(what: string, rooms: Rooms, trial: Trial, stage: StageHand): void {
  const spot = rooms.selected;
  switch (what) {
    case "undo": rooms.send("/undo", {}); break;
    case "redo": rooms.send("/redo", {}); break;
    case "try": void trial.toggle(); break;
    case "check": showCheck(document.getElementById("check")!.hidden !== false); break;
    case "copy": if (spot) { rooms.send("/edit", { edit: "copy", spot }, { after: () => focusSign(rooms) }); } break;
    case "delete":
      if (spot) {
        rooms.send("/edit", { edit: "delete", spot }, {
          after: () => {
            rooms.toast("Deleted.", () => rooms.send("/undo", {}));
            document.querySelector<HTMLElement>(".stage-mat")?.focus({ preventScroll: true });
          },
        });
      }
      break;
    case "earlier": if (spot) { rooms.send("/edit", { edit: "order", spot, steps: "-1" }); } break;
    case "later": if (spot) { rooms.send("/edit", { edit: "order", spot, steps: "1" }); } break;
    case "add": {
      const mat = document.querySelector<HTMLElement>(".stage-mat");
      if (mat) { stage.choose(mat, 0.5, 0.45); }
      break;
    }
  }
}

/** Brings a field of the details into view and into hand. */
function goTo(field: string): void {
  const place = document.querySelector<HTMLElement>(`#room-details [data-field="${CSS.escape(field)}"], #room-topline [data-field="${CSS.escape(field)}"]`);
  if (!place) {
    document.querySelector<HTMLElement>(".stage-mat")?.focus();
    return;
  }
  let fold = place.closest("details");
  while (fold) {
    fold.open = true;
    fold = fold.parentElement!.closest("details");
  }
  const input = place.matches("input, textarea, select") ? place : place.querySelector<HTMLElement>("[contenteditable=true], textarea, input:not([type=hidden])");
  (input ?? place).focus();
  place.scrollIntoView({ block: "center" });
}

function focusSign(rooms: Rooms): void {
  document.querySelector<HTMLElement>(`#room-stage a[data-sign="${CSS.escape(rooms.selected)}"]`)?.focus({ preventScroll: true });
}

/** Opens or closes the ready check; tells whether it was open. */
export function showCheck(show: boolean): boolean {
  const check = document.getElementById("check")!;
  const was = !check.hidden;
  check.hidden = !show;
  document.querySelector("[data-do=check]")?.setAttribute("aria-expanded", String(show));
  return was;
}
