import { saidIn } from "../learner/said";
import { viewOf } from "./surface";
import { cuesOf, type Cue } from "./time";

/** In a video that is looked round in: what is there at this moment and out of sight stands at the side to which one turns. */
export function showSides(stage: HTMLElement, words: HTMLElement): void {
  const view = viewOf(stage);
  const outside = view ? cuesOf(stage).filter(cue => !cue.sign.hidden && !inSight(stage, cue.sign)) : [];
  for (const button of stage.querySelectorAll<HTMLButtonElement>("[data-side]")) {
    const isLeft = button.dataset.side === "left";
    const nearest = outside.filter(cue => turnTo(cue) < 0 === isLeft).sort((a, b) => Math.abs(turnTo(a)) - Math.abs(turnTo(b)))[0];
    const said = nearest ? saidIn(words, isLeft ? "turnLeftTo" : "turnRightTo", nearest.sign.getAttribute("aria-label") ?? "") : "";
    button.hidden = !nearest;
    if (button.textContent !== said) {
      button.textContent = said;
    }
    button.onclick = () => {
      if (nearest) {
        view?.lookAt({ x: Number(nearest.sign.dataset.x), y: Number(nearest.sign.dataset.y) });
        nearest.sign.focus();
      }
    };
  }

  /** By how many degrees one turns to a spot; to the left below 0. */
  function turnTo(cue: Cue): number {
    return ((Number(cue.sign.dataset.x) * 360 - 180 - view!.direction().yaw + 540) % 360) - 180;
  }
}

function inSight(stage: HTMLElement, sign: HTMLElement): boolean {
  if (sign.classList.contains("sign-behind")) {
    return false;
  }
  const [box, outer] = [sign.getBoundingClientRect(), stage.getBoundingClientRect()];
  const [x, y] = [box.left + box.width / 2, box.top + box.height / 2];
  return x > outer.left && x < outer.right && y > outer.top && y < outer.bottom;
}
