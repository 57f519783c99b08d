/** What one kind of backdrop needs on a page; a module of its own, named by data-backdrop. */
export interface BackdropScript {
  /** Brings one ground of a stage to life; told again for each that comes. */
  start: (ground: HTMLElement) => void;
}

/** Grounds that have been brought to life, or are on the way to it. */
const begun = new WeakSet<HTMLElement>();

/** Brings the grounds of stages to life whose kind has a script; each script is loaded only when there is such a ground. */
export function startBackdrops(root: ParentNode): void {
  for (const ground of root.querySelectorAll<HTMLElement>("[data-backdrop]")) {
    if (begun.has(ground)) {
      continue;
    }
    begun.add(ground);
    const address = `/dist/backdrops/${ground.dataset.backdrop}.js`;
    // Without its script a ground stays as it was drawn; the next redraw tries again.
    void (import(address) as Promise<BackdropScript>).then(script => script.start(ground)).catch(() => begun.delete(ground));
  }
}
