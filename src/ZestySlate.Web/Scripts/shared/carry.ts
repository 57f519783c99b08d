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
  root.addEventListener("pointerdown", start => {
    const thing = start.button === 0 ? carrying.take(start.target as HTMLElement) : null;
    if (!thing) { return; }
    let ghost: HTMLElement | null = null;
    const box = thing.getBoundingClientRect();
    const still = new AbortController();
    const end = (): void => {
      still.abort();
      ghost?.remove();
      thing.classList.remove("carried");
    };
    document.addEventListener("pointermove", move => {
      if (!ghost && Math.hypot(move.clientX - start.clientX, move.clientY - start.clientY) < Slack) { return; }
      if (!ghost) {
        ghost = thing.cloneNode(true) as HTMLElement;
        ghost.removeAttribute("id");
        ghost.classList.add("carry-ghost");
        ghost.style.width = `${box.width}px`;
        (root.closest("dialog") ?? document.body).append(ghost);
        thing.classList.add("carried");
      }
      move.preventDefault();
      ghost.style.left = `${move.clientX - (start.clientX - box.left)}px`;
      ghost.style.top = `${move.clientY - (start.clientY - box.top)}px`;
    }, { signal: still.signal, passive: false });
    document.addEventListener("pointerup", up => {
      const last = ghost?.getBoundingClientRect();
      end();
      if (!last) { return; }
      // The press that would follow a drag is none.
      document.addEventListener("click", click => { click.preventDefault(); click.stopPropagation(); }, { capture: true, once: true, signal: AbortSignal.timeout(50) });
      carrying.drop(thing, document.elementFromPoint(up.clientX, up.clientY) as HTMLElement | null, { x: last.left + last.width / 2, y: last.top + last.height / 2 });
    }, { signal: still.signal });
    document.addEventListener("pointercancel", end, { signal: still.signal });
  }, { signal });
}
