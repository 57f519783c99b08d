/** Told when a learner's hand has changed an answer: its form, the part that was moved, and, where it is to be sent at once in a way of its own, that. */
export type Changed = (form: HTMLFormElement, part: string, act?: string) => void;

/** What one family of questions needs on a learner's page; a module of its own, named by data-family. */
export interface FamilyScript {
  /** Watches a learner's view; returns what brings it in line after it was redrawn. */
  start: (root: HTMLElement, changed: Changed, signal: AbortSignal) => (() => void) | void;
}

/** Loads the scripts of the families that are on the page, each once. */
export class Families {
  /** What settles each family that is on the page; undefined while its script is on its way. */
  private settlers = new Map<string, (() => void) | undefined>();

  constructor(
    private root: HTMLElement,
    private changed: Changed,
    private signal: AbortSignal,
  ) {
    this.settle();
  }

  /** Brings everything in line after a redraw, and loads what is new on the page. */
  settle(): void {
    for (const settler of this.settlers.values()) {
      settler?.();
    }
    for (const place of this.root.querySelectorAll<HTMLElement>("[data-family]")) {
      const name = place.dataset.family!;
      if (this.settlers.has(name)) {
        continue;
      }
      this.settlers.set(name, undefined);
      const address = `/dist/families/${name}.js`;
      void (import(address) as Promise<FamilyScript>)
        .then(script => {
          if (this.signal.aborted) {
            return;
          }
          this.settlers.set(name, script.start(this.root, this.changed, this.signal) ?? (() => undefined));
          this.ready();
        })
        .catch(() => this.settlers.delete(name));
    }
    this.ready();
  }

  private ready(): void {
    for (const place of this.root.querySelectorAll<HTMLElement>("[data-family]")) {
      if (this.settlers.get(place.dataset.family!)) {
        place.dataset.ready = "yes";
      }
    }
  }
}
