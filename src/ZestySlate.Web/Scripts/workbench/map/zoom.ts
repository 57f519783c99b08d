/** The nearest and the farthest that a map is seen, as shares of its own size. */
const Nearest = 4,
  Farthest = 0.1;

/** How near a map is seen: 1 for its own size. */
export const shareOf = (drawing: SVGSVGElement): number => Number(drawing.getAttribute("width")) / drawing.viewBox.baseVal.width;

/** By so much the map has to grow to be seen as a whole. */
export function fit(drawing: SVGSVGElement): number {
  const room = drawing.parentElement!;
  const box = drawing.getBoundingClientRect();
  return Math.min(room.clientWidth / box.width, room.clientHeight / box.height, 1 / shareOf(drawing));
}

/** Goes nearer or farther; what is under a place of the screen stays there, else what is in the middle. */
export function zoom(drawing: SVGSVGElement, by: number, x?: number, y?: number): void {
  const room = drawing.parentElement!;
  const outer = room.getBoundingClientRect();
  const factor = Math.min(Nearest, Math.max(Farthest, shareOf(drawing) * by)) / shareOf(drawing);
  const [left, top] = [(x ?? outer.left + outer.width / 2) - outer.left, (y ?? outer.top + outer.height / 2) - outer.top];
  const [from, down] = [room.scrollLeft + left, room.scrollTop + top];
  for (const side of ["width", "height"] as const) {
    drawing.setAttribute(side, String(Number(drawing.getAttribute(side)) * factor));
  }
  room.scrollTo(from * factor - left, down * factor - top);
}

/** Where something on the screen is on the map. */
export function placeOf(drawing: SVGSVGElement, at: { clientX: number; clientY: number }): DOMPoint {
  return new DOMPoint(at.clientX, at.clientY).matrixTransform(drawing.getScreenCTM()!.inverse());
}

/** How a map is looked at, so that another drawing of it can be looked at in the same way. */
export interface Sight {
  share: number;
  x: number;
  y: number;
}

/** How it is looked at: how near, and what is in the upper left corner. */
export function sightOf(drawing: SVGSVGElement): Sight {
  const [room, share, { x, y }] = [drawing.parentElement!, shareOf(drawing), drawing.viewBox.baseVal];
  return { share, x: x + room.scrollLeft / share, y: y + room.scrollTop / share };
}

/** Looks at a map in that way. */
export function look(drawing: SVGSVGElement, { share, x, y }: Sight): void {
  const box = drawing.viewBox.baseVal;
  drawing.setAttribute("width", String(box.width * share));
  drawing.setAttribute("height", String(box.height * share));
  drawing.parentElement!.scrollTo((x - box.x) * share, (y - box.y) * share);
}
