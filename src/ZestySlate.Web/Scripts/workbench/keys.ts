import { act, showCheck } from "./presses";
import type { Rooms } from "./rooms";
import type { StageHand } from "./stage";
import type { Trial } from "./trial";

const Step = 0.005, LongStep = 0.03;

/** The workbench's keys; the same on every backdrop. */
export function watchKeys(rooms: Rooms, trial: Trial, stage: StageHand): void {
  document.addEventListener("focusin", event => {
    const sign = (event.target as HTMLElement).closest<HTMLElement>("#room-stage a[data-sign]");
    if (sign && !trial.on && sign.dataset.sign !== rooms.selected && sign.matches(":focus-visible")) { void rooms.select(sign.dataset.sign!); }
  });

  document.addEventListener("keydown", event => {
    const target = event.target as HTMLElement;
    const typing = target.closest("input, textarea, select, [contenteditable=true]") !== null;
    const command = event.ctrlKey || event.metaKey;
    const key = event.key;

    if (command && !target.closest("[contenteditable=true]") && ["z", "y", "Z"].includes(key)) {
      event.preventDefault();
      act(key === "z" ? "undo" : "redo", rooms, trial, stage);
      return;
    }
    if (typing || command && key !== "d" || target.closest("dialog, .chooser")) { return; }
    const onSign = target.closest("#room-stage a[data-sign]") !== null && !trial.on;

    if (command && key === "d") { event.preventDefault(); act("copy", rooms, trial, stage); }
    else if (key === "?") { document.querySelector<HTMLDialogElement>("#keys")!.showModal(); }
    else if (key === "t" || key === "T") { void trial.toggle(); }
    else if ((key === "a" || key === "A") && !trial.on) { event.preventDefault(); act("add", rooms, trial, stage); }
    else if (key === "Escape") {
      if (showCheck(false)) { document.querySelector<HTMLElement>("[data-do=check]")?.focus(); }
      else if (!stage.closeChooser() && rooms.selected && !trial.on) { void rooms.select(""); }
    }
    else if (event.altKey && (key === "ArrowLeft" || key === "ArrowRight") && rooms.selected) {
      event.preventDefault();
      act(key === "ArrowLeft" ? "earlier" : "later", rooms, trial, stage);
    }
    else if (onSign) {
      const step = event.shiftKey ? LongStep : Step;
      const moves: Record<string, [number, number]> = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] };
      if (moves[key]) { event.preventDefault(); stage.nudge(...moves[key]); }
      else if (key === "+" || key === "=") { stage.resize(1.1); }
      else if (key === "-") { stage.resize(1 / 1.1); }
      else if (key === "Delete" || key === "Backspace") { event.preventDefault(); act("delete", rooms, trial, stage); }
      else if (key === "Enter") {
        event.preventDefault();
        document.querySelector<HTMLElement>("#room-details [contenteditable=true], #room-details form input:not([type=hidden]), #room-details form textarea")?.focus();
      }
    }
  });
}
