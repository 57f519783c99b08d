/** What happens while something is dragged. */
export interface Dragging {
  /** Called with every place of the pointer, once it has gone as far as `slack`. */
  move(event: PointerEvent): void;
  /** Called once, when it is let go, or taken away by the system. `moved` tells a drag from a press that went nowhere. */
  end?(moved: boolean, last: PointerEvent): void;
}

/**
 * Follows one pointer, wherever on the page it goes, from its press until it is let go. Other fingers do not count.
 * @param down The press.
 * @param dragging What happens.
 * @param slack How many pixels it has to go before it is a drag.
 * @example drag(down, { move: event => place(thing, event.clientX, event.clientY), end: moved => { if (moved) { keep(thing); } } }, 6)
 */
export function drag(down: PointerEvent, dragging: Dragging, slack = 0): void {
  const still = new AbortController();
  const { signal } = still;
  let moved = false;
  const mine =
    (follow: (event: PointerEvent) => void) =>
    (event: PointerEvent): void => {
      if (event.pointerId === down.pointerId) {
        follow(event);
      }
    };
  const finish = mine(event => {
    still.abort();
    dragging.end?.(moved, event);
  });
  window.addEventListener(
    "pointermove",
    mine(event => {
      moved ||= Math.hypot(event.clientX - down.clientX, event.clientY - down.clientY) >= slack;
      if (moved) {
        dragging.move(event);
      }
    }),
    { signal, passive: false },
  );
  window.addEventListener("pointerup", finish, { signal });
  window.addEventListener("pointercancel", finish, { signal });
}

/** Whoever presses twice by habit means one thing: what comes to lie under the hand meanwhile is not pressed. */
export function swallowDouble(): void {
  const still = AbortSignal.timeout(500);
  const stop = (click: MouseEvent): void => {
    if (click.detail > 1) {
      click.preventDefault();
      click.stopPropagation();
    }
  };
  document.addEventListener("click", stop, { capture: true, signal: still });
  document.addEventListener("dblclick", stop, { capture: true, signal: still });
}

/** The click that a browser makes of the end of a drag is none. */
export function swallowClick(): void {
  document.addEventListener(
    "click",
    click => {
      click.preventDefault();
      click.stopPropagation();
    },
    { capture: true, once: true, signal: AbortSignal.timeout(50) },
  );
}
