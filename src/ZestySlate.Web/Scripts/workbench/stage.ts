import { surfaceOf, type Share } from "../shared/surface";
import type { Rooms } from "./rooms";
import { Carrying } from "./stage/carrying";
import { Drawing } from "./stage/drawing";
import { Handles } from "./stage/handles";
import { Putting } from "./stage/putting";
import type { Trial } from "./trial";

export interface StageHand {
  /** Opens the chooser at a place of the stage. */
  choose: (mat: HTMLElement, at: Share, area?: Share[]) => void;
  /** Opens the chooser in the middle of what is seen. */
  chooseInTheMiddle: () => void;
  /** Moves the selected signs by shares. */
  nudge: (right: number, down: number) => void;
  /** Changes the size of the selected sign. */
  resize: (factor: number) => void;
  closeChooser: () => boolean;
  /** Where the chooser stands, for what is put there in another way. */
  place: () => Share | null;
}

/** What a hand does on the stage: press for something new, drag to mark an area, press a sign to select, drag to move, drag the handle to resize. */
export function watchStage(rooms: Rooms, trial: Trial): StageHand {
  const handles = new Handles(rooms, trial);
  const putting = new Putting(rooms);
  const carrying = new Carrying(rooms, handles);
  const drawing = new Drawing(putting);

  document.addEventListener("pointerdown", event => {
    const target = event.target as HTMLElement;
    if (trial.on || event.button !== 0 || !target.closest("#room-stage .stage")) {
      return;
    }
    const sign = target.closest<HTMLElement>("[data-sign]");
    const corner = target.closest<HTMLElement>(".area-handle");
    if (corner) {
      carrying.bend(event, corner);
    } else if (target.closest(".handle") && sign) {
      carrying.size(event, sign);
    } else if (sign) {
      carrying.move(event, sign);
    } else if (!target.closest(".chooser, .panorama-tools")) {
      drawing.start(event, target.closest<HTMLElement>(".stage")!);
    }
  });

  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    if (trial.on || target.closest(".panorama-tools, .area-handle")) {
      return;
    }
    if (drawing.drew) {
      drawing.drew = false;
      return;
    }
    if (event.detail > 1 && !target.closest("[data-sign]")) {
      return; // a doubled press is one
    }
    const sign = target.closest<HTMLElement>("#room-stage [data-sign]");
    if (sign) {
      event.preventDefault();
      putting.close();
      select(rooms, sign.dataset.sign!, event.shiftKey);
      return;
    }
    const mat = target.closest<HTMLElement>(".stage-mat");
    if (putting.isOpen && !target.closest(".chooser")) {
      putting.close();
    } else if (mat && target.closest(".stage") && !target.closest(".chooser")) {
      putting.choose(mat, surfaceOf(mat.querySelector<HTMLElement>(".stage")!).shareAt(event.clientX, event.clientY));
    }
  });

  // A jump can be followed while building: press it twice.
  document.addEventListener("dblclick", event => {
    const sign = (event.target as HTMLElement).closest<HTMLElement>("#room-stage a[data-jump]");
    if (sign?.dataset.jump && !trial.on) {
      void rooms.go(sign.dataset.jump);
    }
  });

  return {
    choose: (mat, at, area) => putting.choose(mat, at, area),
    chooseInTheMiddle: () => putting.chooseInTheMiddle(),
    nudge: (right, down) => carrying.nudge(right, down),
    resize: factor => carrying.resize(factor),
    closeChooser: () => putting.leave(),
    place: () => putting.place,
  };
}

/** Selects a spot; with Shift, together with those that are, or no more. */
function select(rooms: Rooms, spot: string, together: boolean): void {
  const others = rooms.several.filter(other => other !== spot);
  void rooms.select(!together ? spot : (rooms.isSelected(spot) ? others : [...others, spot]).join(","));
}
