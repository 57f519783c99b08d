/** A place on a board as shares of its width and height. */
export interface Spot {
  x: number;
  y: number;
}

/**
 * Tells boards their width in pixels, by which the names on them grow. Container units would say the same, but Chromium leaves out
 * the picture of a container whose page is morphed.
 */
let widths: ResizeObserver | undefined;

function tellWidths(boards: ResizeObserverEntry[]): void {
  for (const { target, contentRect } of boards) {
    (target as HTMLElement).style.setProperty("--board", `${contentRect.width}px`);
  }
}

/** Gives boards their shape, and puts what stands on them at its place. */
export function settleSheets(root: ParentNode): void {
  for (const sheet of root.querySelectorAll<HTMLElement>("[data-sheet]")) {
    sheet.style.aspectRatio = sheet.dataset.ratio!;
    sheet.style.setProperty("--ratio", sheet.dataset.ratio!);
    widths ??= new ResizeObserver(tellWidths);
    widths.unobserve(sheet);
    widths.observe(sheet);
    for (const part of sheet.querySelectorAll<HTMLElement>("[data-at]")) {
      putAt(part, read(part.dataset.at!)!, Number(part.dataset.width ?? 0));
    }
  }
}

/** Puts something with its middle at a place; a width of 0 leaves its own. */
export function putAt(thing: HTMLElement, at: Spot, width: number): void {
  thing.style.left = `${at.x * 100}%`;
  thing.style.top = `${at.y * 100}%`;
  if (width > 0) {
    thing.style.width = `${width * 100}%`;
  }
}

/** The place under a point of the window, or null when it is not on the board. */
export function placeOn(sheet: HTMLElement, clientX: number, clientY: number): Spot | null {
  const box = sheet.getBoundingClientRect();
  const at = { x: (clientX - box.left) / box.width, y: (clientY - box.top) / box.height };
  return at.x >= 0 && at.x <= 1 && at.y >= 0 && at.y <= 1 ? at : null;
}

const part = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1e5) / 1e5;

/** A place as answers write it. */
export function write(at: Spot): string {
  return `${part(at.x)} ${part(at.y)}`;
}

/** Reads a place, or null when it is none. */
export function read(value: string): Spot | null {
  const [x = NaN, y = NaN] = value.split(" ").map(Number);
  return value.includes(" ") && Number.isFinite(x) && Number.isFinite(y) ? { x, y } : null;
}

/** The box round the points of a shape, in shares. */
export function boxOf(shape: Element): { x: number; y: number; width: number; height: number } {
  const points = (shape.getAttribute("points") ?? "")
    .split(" ")
    .filter(Boolean)
    .map(point => point.split(",").map(Number));
  const [xs, ys] = [points.map(([x = NaN]) => x), points.map(([, y = NaN]) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** The topmost shape under a point of the window. */
export function shapeAt(sheet: HTMLElement, clientX: number, clientY: number): Element | null {
  return document.elementsFromPoint(clientX, clientY).find(found => found.matches("[data-zone]") && sheet.contains(found)) ?? null;
}

/** Where each of several things stands that are lined up in a box. */
export function lineUp(
  box: { x: number; y: number; width: number; height: number },
  count: number,
  index: number,
): Spot & { width: number } {
  const columns = Math.ceil(Math.sqrt((count * Math.max(0.25, box.width / box.height)) / 2)) || 1;
  const across = Math.min(count, Math.max(1, columns));
  const rows = Math.ceil(count / across);
  return {
    x: box.x + (((index % across) + 0.5) / across) * box.width,
    y: box.y + ((Math.floor(index / across) + 0.5) / rows) * box.height,
    width: box.width / across,
  };
}
