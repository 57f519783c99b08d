import { viewOf } from "../shared/surface";

/** Opens and closes the panels of spots; beside the sign where there is room, else as a sheet (the style sheet decides). */
export class Panels {
  private opener: HTMLElement | null = null;

  constructor(
    private root: HTMLElement,
    private opened: (spot: string, first: boolean) => void,
    signal: AbortSignal,
  ) {
    const again = (): void => {
      const panel = this.current;
      if (panel) {
        this.place(panel, panel.dataset.panel!);
      }
    };
    window.addEventListener("resize", again, { signal });
  }

  get current(): HTMLElement | null {
    return this.root.querySelector(".panel.open");
  }

  open(spot: string, opener: HTMLElement | null): void {
    const panel = this.root.querySelector<HTMLElement>(`[data-panel="${CSS.escape(spot)}"]`);
    if (!panel) {
      return;
    }
    if (this.current !== panel) {
      this.hush(this.current);
    }
    panel.classList.add("open");
    this.opener = opener;
    for (const frame of panel.querySelectorAll<HTMLIFrameElement>("iframe[data-src]")) {
      if (!frame.src) {
        frame.src = frame.dataset.src!;
      }
    }
    this.bringInSight(spot);
    this.place(panel, spot);
    panel.focus({ preventScroll: true });
    panel.scrollIntoView({ block: "nearest" });
    const first = panel.dataset.opened !== "yes";
    panel.dataset.opened = "yes";
    void panel
      .querySelector<HTMLAudioElement>("audio[data-plays-on-opening]")
      ?.play()
      .catch(() => {
        /* the browser waits for a press on the player */
      });
    this.opened(spot, first);
    panel.dispatchEvent(new CustomEvent("slate:opened", { bubbles: true, detail: spot }));
  }

  /** A panorama that has just come to life turns to what is open. */
  arrived(): void {
    const panel = this.current;
    if (panel) {
      this.bringInSight(panel.dataset.panel!);
      this.place(panel, panel.dataset.panel!);
    }
  }

  close(): void {
    const panel = this.current;
    if (!panel) {
      return;
    }
    const spot = panel.dataset.panel!;
    this.hush(panel);
    const back = this.opener?.isConnected ? this.opener : this.root.querySelector<HTMLElement>(`a[data-sign="${CSS.escape(spot)}"]`);
    back?.focus();
    panel.dispatchEvent(new CustomEvent("slate:closed", { bubbles: true, detail: spot }));
  }

  /** Closes a panel; what plays in it stops. */
  private hush(panel: HTMLElement | null): void {
    panel?.classList.remove("open");
    panel?.querySelectorAll<HTMLMediaElement>("audio, video").forEach(media => media.pause());
  }

  /** What is opened from a list, or by a link, lies anywhere round a panorama: it turns there, with room for the panel beside the spot. */
  private bringInSight(spot: string): void {
    const sign = this.root.querySelector<HTMLElement>(`[data-sign="${CSS.escape(spot)}"]`);
    const view = viewOf(sign?.closest(".stage"));
    if (!sign || !view) {
      return;
    }
    const share = { x: Number(sign.dataset.x), y: Number(sign.dataset.y) };
    const at = view.pixelsOf(share);
    const { clientWidth, clientHeight } = view.stage;
    if (at && at.left > 0 && at.left < clientWidth && at.top > 0 && at.top < clientHeight) {
      return;
    }
    view.lookAt(share, true);
    view.update();
  }

  /** Beside its sign: at the side the author prefers when there is room there, else where there is; always on the stage. */
  private place(panel: HTMLElement, spot: string): void {
    const sign = this.root.querySelector<HTMLElement>(`[data-sign="${CSS.escape(spot)}"]`);
    const frame = panel.parentElement!;
    for (const property of ["inset-inline-start", "top", "left", "height", "width", "max-height"]) {
      panel.style.removeProperty(property);
    }
    if (panel.dataset.width) {
      panel.style.width = `min(${panel.dataset.width}px, 96%)`;
    }
    if (!sign || getComputedStyle(panel).position !== "absolute") {
      return;
    }
    const outer = frame.getBoundingClientRect();
    if (panel.dataset.opensIn) {
      this.putIn(panel, sign.closest<HTMLElement>(".stage")!, outer);
      return;
    }
    const box = sign.getBoundingClientRect();
    const [width, height] = [panel.offsetWidth, panel.offsetHeight];
    const gap = 16;
    const [left, right, top, bottom] = [box.left - outer.left, box.right - outer.left, box.top - outer.top, box.bottom - outer.top];
    const middle = { x: (left + right) / 2 - width / 2, y: (top + bottom) / 2 - 48 };
    const sides = {
      right: { x: right + gap, y: middle.y, fits: right + gap + width <= frame.clientWidth },
      left: { x: left - gap - width, y: middle.y, fits: left - gap - width >= 0 },
      above: { x: middle.x, y: top - gap - height, fits: top - gap - height >= 0 },
      below: { x: middle.x, y: bottom + gap, fits: bottom + gap + height <= frame.clientHeight },
    };
    const wished = sides[(panel.dataset.side ?? "") as keyof typeof sides] as (typeof sides)["right"] | undefined;
    const chosen = wished?.fits
      ? wished
      : ([sides.right, sides.left, sides.below, sides.above].find(side => side.fits) ?? {
          x: (frame.clientWidth - width) / 2,
          y: middle.y,
        });
    panel.style.left = `${Math.max(8, Math.min(chosen.x, frame.clientWidth - width - 8))}px`;
    panel.style.top = `${Math.max(8, Math.min(chosen.y, frame.clientHeight - height - 8))}px`;
  }

  /** In the box that the author gave it, as shares of the stage. What is more than fits is scrolled to. */
  private putIn(panel: HTMLElement, stage: HTMLElement, frame: DOMRect): void {
    const [left = 0, top = 0, width = 0, height = 0] = panel.dataset.opensIn!.split(" ").map(Number);
    const box = stage.getBoundingClientRect();
    Object.assign(panel.style, {
      left: `${box.left - frame.left + left * box.width}px`,
      top: `${box.top - frame.top + top * box.height}px`,
      width: `${width * box.width}px`,
      height: `${height * box.height}px`,
      maxHeight: "none",
    });
  }
}
