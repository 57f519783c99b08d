import { drag } from "../../shared/drag";
import { shareOf } from "./zoom";

/** The small map beside the large one: what of it is seen; a press or a drag on it goes there. */
export function watchOverview(dialog: HTMLDialogElement): void {
  dialog.addEventListener("scroll", () => showView(dialog), { capture: true, passive: true });
  window.addEventListener("resize", () => showView(dialog));
  dialog.addEventListener("pointerdown", event => {
    const overview = (event.target as Element).closest<SVGSVGElement>(".map-overview");
    const drawing = dialog.querySelector<SVGSVGElement>(".scene-map");
    if (!overview || !drawing) {
      return;
    }
    const go = (at: PointerEvent): void => {
      const there = new DOMPoint(at.clientX, at.clientY).matrixTransform(overview.getScreenCTM()!.inverse());
      const [room, share, box] = [drawing.parentElement!, shareOf(drawing), drawing.viewBox.baseVal];
      room.scrollTo((there.x - box.x) * share - room.clientWidth / 2, (there.y - box.y) * share - room.clientHeight / 2);
    };
    go(event);
    drag(event, { move: go });
  });
}

/** Draws what is seen into the small map; where all is seen there is none. */
export function showView(dialog: HTMLDialogElement): void {
  const drawing = dialog.querySelector<SVGSVGElement>(".scene-map");
  const overview = dialog.querySelector<SVGSVGElement>(".map-overview");
  const room = drawing?.parentElement;
  if (!drawing || !overview || !room) {
    return;
  }
  const hidden = room.scrollWidth <= room.clientWidth + 1 && room.scrollHeight <= room.clientHeight + 1;
  overview.toggleAttribute("hidden", hidden);
  const [share, box] = [shareOf(drawing), drawing.viewBox.baseVal];
  const seen = {
    x: box.x + room.scrollLeft / share,
    y: box.y + room.scrollTop / share,
    width: room.clientWidth / share,
    height: room.clientHeight / share,
  };
  const view = overview.querySelector("[data-map-view]")!;
  for (const [name, value] of Object.entries(seen)) {
    view.setAttribute(name, String(value));
  }
}
