import { zoom } from "./zoom";

/**
 * Two fingers on the map bring it nearer or farther and move it: what lay between them stays there. While there are two, what a
 * single finger had begun to drag does not go on.
 */
export function watchPinch(dialog: HTMLElement): void {
  const fingers = new Map<number, PointerEvent>();
  let drawing: SVGSVGElement | null = null;

  dialog.addEventListener("pointerdown", event => {
    const on = (event.target as Element).closest<SVGSVGElement>(".scene-map");
    if (on && event.pointerType === "touch") {
      fingers.set(event.pointerId, event);
      drawing = on;
    }
  });
  window.addEventListener(
    "pointermove",
    event => {
      if (!fingers.has(event.pointerId)) {
        return;
      }
      const before = between(fingers);
      fingers.set(event.pointerId, event);
      const now = between(fingers);
      if (before && now && drawing?.isConnected) {
        event.stopPropagation();
        drawing.parentElement!.scrollBy(before.x - now.x, before.y - now.y);
        zoom(drawing, now.apart / before.apart, now.x, now.y);
      }
    },
    { capture: true },
  );
  for (const type of ["pointerup", "pointercancel"] as const) {
    window.addEventListener(type, event => fingers.delete(event.pointerId));
  }
}

/** The middle between two fingers, and how far they are apart in pixels; null for one, or more. */
function between(fingers: Map<number, PointerEvent>): { x: number; y: number; apart: number } | null {
  const [one, other] = [...fingers.values()];
  if (!one || !other || fingers.size > 2) {
    return null;
  }
  return {
    x: (one.clientX + other.clientX) / 2,
    y: (one.clientY + other.clientY) / 2,
    apart: Math.max(1, Math.hypot(one.clientX - other.clientX, one.clientY - other.clientY)),
  };
}
