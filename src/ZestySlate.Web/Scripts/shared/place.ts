import { sayTime } from "./days";
import { viewOf, type Share } from "./surface";

/** Puts stages and signs where their data say. Pages bring a style sheet with the places; fragments rely on this. */
export function placeSigns(root: ParentNode): void {
  for (const picture of root.querySelectorAll<HTMLElement>(".stage-window[data-fit]")) {
    placeBackdrop(picture);
  }
  for (const sign of root.querySelectorAll<HTMLElement>("[data-sign]")) {
    placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y), Number(sign.dataset.size));
  }
}

/** Puts one sign, and the area it covers, at shares of the backdrop's width and height. */
export function placeSign(sign: HTMLElement, x: number, y: number, size: number): void {
  const right = x - Number(sign.dataset.x);
  const down = y - Number(sign.dataset.y);
  sign.dataset.x = String(x);
  sign.dataset.y = String(y);
  sign.dataset.size = String(size);
  if (sign.dataset.outline && (right !== 0 || down !== 0)) {
    writeOutline(
      sign,
      outlineOf(sign).map(corner => ({ x: corner.x + right, y: corner.y + down })),
    );
  }
  sign.style.setProperty("--size", String(size));
  const view = viewOf(sign.closest(".stage"));
  if (view) {
    view.update();
    return;
  }
  if (sign.dataset.outline) {
    cover(
      sign,
      outlineOf(sign).map(corner => ({ left: corner.x, top: corner.y })),
      "%",
    );
  } else {
    sign.style.left = `${x * 100}%`;
    sign.style.top = `${y * 100}%`;
  }
}

/** The corners of the area that a sign covers. */
export function outlineOf(sign: HTMLElement): Share[] {
  return (sign.dataset.outline ?? "")
    .split(" ")
    .filter(Boolean)
    .map(corner => {
      const [x = NaN, y = NaN] = corner.split(",").map(Number);
      return { x, y };
    });
}

export function writeOutline(sign: HTMLElement, corners: Share[]): void {
  sign.dataset.outline = corners.map(corner => `${round(corner.x)},${round(corner.y)}`).join(" ");
}

/** Gives a sign the box round its corners and cuts its cover to their shape; corners in shares of the board, or in pixels. */
export function cover(sign: HTMLElement, corners: { left: number; top: number }[], unit: "%" | "px"): void {
  const left = Math.min(...corners.map(c => c.left));
  const top = Math.min(...corners.map(c => c.top));
  const width = Math.max(0.0001, Math.max(...corners.map(c => c.left)) - left);
  const height = Math.max(0.0001, Math.max(...corners.map(c => c.top)) - top);
  const scale = unit === "%" ? 100 : 1;
  sign.style.left = `${left * scale}${unit}`;
  sign.style.top = `${top * scale}${unit}`;
  sign.style.width = `${width * scale}${unit}`;
  sign.style.height = `${height * scale}${unit}`;
  const face = sign.querySelector<HTMLElement>(".sign-cover");
  if (face) {
    face.style.clipPath = `polygon(${corners.map(c => `${((c.left - left) / width) * 100}% ${((c.top - top) / height) * 100}%`).join(",")})`;
  }
}

export function placeBackdrop(picture: HTMLElement): void {
  const [left = 0, top = 0, width = 1, height = 1, ratio = 1] = picture.dataset.fit!.split(" ").map(Number);
  const stage = picture.parentElement!;
  stage.style.aspectRatio = String(ratio);
  stage.parentElement?.style.setProperty("--ratio", String(ratio));
  const [x, y, w, h] = [left, top, width, height].map(share => `${share * 100}%`);
  stage
    .querySelectorAll<HTMLElement>(":scope > :is(.board, .decorations), :scope > .stage-window > img")
    .forEach(part => Object.assign(part.style, { left: x, top: y, width: w, height: h }));
}

/** Shows times in the reader's own zone and language. */
export function showLocalTimes(root: ParentNode): void {
  for (const time of root.querySelectorAll<HTMLTimeElement>("time[data-local-time]")) {
    const at = new Date(time.dateTime);
    if (time.dataset.localTime === "said") {
      time.textContent = sayTime(at, new Date(), document.documentElement.lang);
      time.title = at.toLocaleString(document.documentElement.lang, { dateStyle: "full", timeStyle: "short" });
      continue;
    }
    const today = at.toDateString() === new Date().toDateString();
    time.textContent = at.toLocaleString(
      document.documentElement.lang,
      today ? { timeStyle: "short" } : { dateStyle: "medium", timeStyle: "short" },
    );
  }
}

/** A short id that nobody else makes; works without a secure context. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(9));
  return Array.from(bytes, byte => "abcdefghjkmnpqrstuvwxyz23456789"[byte % 31]).join("");
}

/** True while somebody types: a redraw must then leave the field in hand alone. */
export function typing(): boolean {
  return document.activeElement?.matches("input:not([type=checkbox], [type=radio]), textarea, [contenteditable=true]") ?? false;
}

/** What scripts have put on a stage and no page of the server's knows: a redraw leaves it. */
export function isOwn(node: Node): boolean {
  return (
    node instanceof Element &&
    node.matches(
      ".place-mark, .page-edit > [data-chooser], .panorama-canvas, .panorama-tools, .area-handle, .drawn-area, .on-board, " +
        ".board-handle, .board-tray > *",
    )
  );
}

/** What scripts have set on an element and a redraw must not take back: places, what is open or pressed, a frame's page. */
export function isKept(name: string, node: Element): boolean {
  return (
    name === "style" ||
    (node instanceof HTMLElement && node.dataset.keep?.split(" ").includes(name) === true) ||
    name === "data-shown" ||
    (name === "class" && node.matches(".panel, .stage")) ||
    (name === "src" && node.matches("iframe[data-src]"))
  );
}

/** What a redraw must not touch: what is just being said, and an answer that is still on its way to the server. */
export function isInHand(node: Node): boolean {
  return (
    node instanceof HTMLElement &&
    (["connection", "set-aside"].includes(node.id) ||
      node.hasAttribute("data-by-script") ||
      (node.matches("form[data-ask]") && node.dataset.pending === "yes"))
  );
}

export const round = (value: number): number => Math.round(value * 1e5) / 1e5;
