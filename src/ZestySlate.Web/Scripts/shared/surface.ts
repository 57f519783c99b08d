/** A place on a backdrop as shares of its picture's width and height. */
export interface Share {
  x: number;
  y: number;
}

/** Turns places of a backdrop into places on the screen, and back; flat pictures and panoramas alike. */
export interface Surface {
  /** The share under a point of the window. */
  shareAt(clientX: number, clientY: number): Share;
  /** Where a share is, in pixels from the stage's corner; null when it is not in sight. */
  pixelsOf(share: Share): { left: number; top: number } | null;
}

/** A panorama that is looked round in. */
export interface PanoramaView extends Surface {
  readonly stage: HTMLElement;
  /** Where one looks now, in degrees. */
  direction(): { yaw: number; pitch: number };
  /** Looks towards a share; aside, so that it is left of the middle and there is room beside it. */
  lookAt(share: Share, aside?: boolean): void;
  turn(right: number, up: number): void;
  zoom(factor: number): void;
  /** Puts all signs where they are seen now. */
  update(): void;
  stop(): void;
}

/** What is on the page belongs to every script of it: those of families are modules of their own. */
interface Panoramas {
  views: Map<HTMLElement, PanoramaView>;
  starting: Set<HTMLElement>;
}
const { views, starting } = ((globalThis as { slatePanoramas?: Panoramas }).slatePanoramas ??= { views: new Map(), starting: new Set() });

/** The surface of a stage. */
export function surfaceOf(stage: HTMLElement): Surface {
  return views.get(stage) ?? flat(stage);
}

/** The panorama that a stage shows, or null. */
export function viewOf(stage: Element | null | undefined): PanoramaView | null {
  return stage instanceof HTMLElement ? (views.get(stage) ?? null) : null;
}

/** Brings panoramas to life, and lets go of those that left the page. The viewer is loaded only when there is one. */
export function startPanoramas(root: ParentNode, started?: (view: PanoramaView) => void): void {
  for (const [stage, view] of views) {
    if (!stage.isConnected || stage.dataset.panorama !== stage.dataset.shown) {
      view.stop();
      views.delete(stage);
    }
  }
  for (const stage of root.querySelectorAll<HTMLElement>(".stage[data-panorama]")) {
    if (views.has(stage) || starting.has(stage)) {
      continue;
    }
    starting.add(stage);
    const address = "/dist/panorama.js";
    void (import(address) as Promise<{ startPanorama: (stage: HTMLElement) => Promise<PanoramaView | null> }>)
      .then(viewer => viewer.startPanorama(stage))
      .then(view => {
        if (view && stage.isConnected) {
          views.set(stage, view);
          stage.dataset.shown = stage.dataset.panorama;
          view.update();
          started?.(view);
        } else {
          view?.stop();
        }
      })
      // Without WebGL the flat picture with its signs stays as it is.
      .catch(() => stage.classList.add("panorama-flat"))
      .finally(() => starting.delete(stage));
  }
}

function flat(stage: HTMLElement): Surface {
  const board = stage.querySelector<HTMLElement>(".board") ?? stage;
  return {
    shareAt(clientX, clientY) {
      const box = board.getBoundingClientRect();
      return { x: (clientX - box.left) / box.width, y: (clientY - box.top) / box.height };
    },
    pixelsOf(share) {
      const box = board.getBoundingClientRect();
      const outer = stage.getBoundingClientRect();
      return { left: box.left - outer.left + share.x * box.width, top: box.top - outer.top + share.y * box.height };
    },
  };
}
