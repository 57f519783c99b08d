import { drag, swallowClick } from "./drag";

const Slack = 6;

/** What may be carried by a pointer, and what happens where it is let go. */
export interface Carrying {
  /** The thing that a press on this element takes up, or null. */
  take: (pressed: HTMLElement) => HTMLElement | null;
  /** Called with what lies under the pointer when the thing is let go, and with the middle of the thing in pixels of the window. */
  drop: (carried: HTMLElement, onto: HTMLElement | null, middle: { x: number; y: number }) => void;
}

/** Lets things be dragged by mouse, pen or finger. A press without moving stays a press. */
export function watchCarrying(root: HTMLElement, carrying: Carrying, signal: AbortSignal): void {
  root.addEventListener(
    "pointerdown",
    start => {
      const thing = start.button === 0 ? carrying.take(start.target as HTMLElement) : null;
      if (!thing) {
        return;
      }
      let ghost: HTMLElement | null = null;
      const box = thing.getBoundingClientRect();
      drag(
        start,
        {
          move(event) {
            ghost ??= lifted(thing, root, box.width);
            event.preventDefault();
            ghost.style.left = `${event.clientX - (start.clientX - box.left)}px`;
            ghost.style.top = `${event.clientY - (start.clientY - box.top)}px`;
          },
          end(_moved, last) {
            const seen = ghost?.getBoundingClientRect();
            ghost?.remove();
            thing.classList.remove("carried");
            if (!seen || last.type === "pointercancel") {
              return;
            }
            swallowClick();
            carrying.drop(thing, document.elementFromPoint(last.clientX, last.clientY) as HTMLElement | null, {
              x: seen.left + seen.width / 2,
              y: seen.top + seen.height / 2,
            });
          },
        },
        Slack,
      );
    },
    { signal },
  );
}

/** What is seen under the pointer meanwhile. */
function lifted(thing: HTMLElement, root: HTMLElement, width: number): HTMLElement {
  const ghost = thing.cloneNode(true) as HTMLElement;
  ghost.removeAttribute("id");
  ghost.classList.add("carry-ghost");
  ghost.style.width = `${width}px`;
  (root.closest("dialog") ?? document.body).append(ghost);
  thing.classList.add("carried");
  return ghost;
}
