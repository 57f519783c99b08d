import { viewOf } from "../shared/surface";
import { act, showCheck, type Bench } from "./presses";

const Step = 0.005,
  LongStep = 0.03,
  Turn = 8;

/** Single keys and what they do, wherever one is on the workbench. */
const Acts: Record<string, string> = { t: "try", a: "add", m: "map", g: "follow", PageUp: "before", PageDown: "next" };

/** The workbench's keys; the same on every backdrop. */
export function watchKeys(bench: Bench): void {
  const { rooms, trial, stage } = bench;
  // Whoever goes from sign to sign by key selects it; a press selects by itself.
  let byPointer = false;
  document.addEventListener(
    "pointerdown",
    () => {
      byPointer = true;
    },
    true,
  );
  document.addEventListener(
    "keydown",
    () => {
      byPointer = false;
    },
    true,
  );
  document.addEventListener("focusin", event => {
    const sign = (event.target as HTMLElement).closest<HTMLElement>("#room-stage [data-sign]");
    if (sign && !byPointer && !trial.on && !rooms.isSelected(sign.dataset.sign!) && sign.matches(":focus-visible")) {
      void rooms.select(sign.dataset.sign!);
    }
  });

  document.addEventListener("keydown", event => {
    const target = event.target as HTMLElement;
    const typing = target.closest("input, textarea, select, [contenteditable=true]") !== null;
    const command = event.ctrlKey || event.metaKey;
    const key = event.key;

    if (command && !target.closest("[contenteditable=true], dialog") && ["z", "y", "Z"].includes(key)) {
      event.preventDefault();
      act(key === "z" ? "undo" : "redo", bench);
      return;
    }
    if (typing || target.closest("dialog, .chooser")) {
      // Out of the field first; what is open is closed by the next one.
      if (key === "Escape" && typing && !target.closest("dialog, .chooser, [type=search]")) {
        target.blur();
      }
      return;
    }
    if (key === "/" && !trial.on) {
      event.preventDefault();
      const find = (): void => document.querySelector<HTMLElement>("[data-setting-search]")?.focus();
      // What is typed is saved first: its answer would redraw the details over the search.
      void rooms.settle().then(() => rooms.select("", find));
      return;
    }
    const view = trial.on ? null : viewOf(document.querySelector("#room-stage .stage"));
    const turns: Record<string, [number, number]> = {
      ArrowLeft: [-Turn, 0],
      ArrowRight: [Turn, 0],
      ArrowUp: [0, Turn],
      ArrowDown: [0, -Turn],
    };
    const onSign = target.closest("#room-stage [data-sign]") !== null && !trial.on;
    if (view && turns[key] && (command || target.matches(".stage-mat"))) {
      event.preventDefault();
      view.turn(...turns[key]);
      return;
    }
    if (command) {
      if (key === "d") {
        event.preventDefault();
        act("copy", bench);
      }
      return;
    }
    const named = Acts[key.length === 1 ? key.toLowerCase() : key];
    if (key === "?") {
      document.querySelector<HTMLDialogElement>("#keys")!.showModal();
    } else if (named && (named === "try" || !trial.on)) {
      event.preventDefault();
      act(named, bench);
    } else if (key === "Escape") {
      if (showCheck(false)) {
        document.querySelector<HTMLElement>("[data-do=check]")?.focus();
      } else if (!stage.closeChooser() && rooms.selected && !trial.on) {
        void rooms.select("");
      }
    } else if (event.altKey && (key === "ArrowLeft" || key === "ArrowRight") && !trial.on) {
      event.preventDefault();
      act(key === "ArrowLeft" ? "earlier" : "later", bench);
    } else if (onSign) {
      const step = event.shiftKey ? LongStep : Step;
      const moves: Record<string, [number, number]> = {
        ArrowLeft: [-step, 0],
        ArrowRight: [step, 0],
        ArrowUp: [0, -step],
        ArrowDown: [0, step],
      };
      if (moves[key]) {
        event.preventDefault();
        stage.nudge(...moves[key]);
      } else if (key === "+" || key === "=") {
        stage.resize(1.1);
      } else if (key === "-") {
        stage.resize(1 / 1.1);
      } else if (key === "Delete" || key === "Backspace") {
        event.preventDefault();
        act("delete", bench);
      } else if (key === "Enter") {
        event.preventDefault();
        document
          .querySelector<HTMLElement>(
            "#room-details [contenteditable=true], #room-details form input:not([type=hidden]), #room-details form textarea, #room-details form select",
          )
          ?.focus();
      }
    }
  });
}
