import { drag } from "../../shared/drag";
import { cover } from "../../shared/place";
import { surfaceOf, viewOf } from "../../shared/surface";
import { boxOf, share } from "./boxes";
import { DragFrom } from "./carrying";
import type { Putting } from "./putting";

/** A smaller area was not meant as one. */
const Smallest = 0.012;

/** Draws an area over an empty place of a flat backdrop, for something new that covers it. */
export class Drawing {
  /** True while the press that is under way was a drag: the click that ends it is none. */
  drew = false;

  constructor(private putting: Putting) {}

  start(down: PointerEvent, stage: HTMLElement): void {
    const view = viewOf(stage);
    const surface = surfaceOf(stage);
    const from = surface.shareAt(down.clientX, down.clientY);
    let box: HTMLElement | null = null;
    let to = from;
    const move = (event: PointerEvent): void => {
      this.drew = true;
      if (view) {
        return;
      }
      const now = surface.shareAt(event.clientX, event.clientY);
      to = { x: share(now.x), y: share(now.y) };
      if (!box) {
        this.putting.close();
        box = document.createElement("span");
        box.className = "drawn-area";
        stage.append(box);
      }
      cover(
        box,
        boxOf(from, to).map(corner => surface.pixelsOf(corner)!),
        "px",
      );
    };
    const end = (): void => {
      // The click that ends a drag comes right after; it is no press.
      window.setTimeout(() => {
        this.drew = false;
      }, 0);
      box?.remove();
      if (box && Math.abs(to.x - from.x) > Smallest && Math.abs(to.y - from.y) > Smallest) {
        const middle = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
        this.putting.choose(stage.closest<HTMLElement>(".stage-mat")!, middle, boxOf(from, to));
      }
    };
    drag(down, { move, end }, DragFrom * 2);
  }
}
