/** Opens and closes the panels of spots; beside the sign where there is room, else as a sheet (the style sheet decides). */
export class Panels {
  private opener: HTMLElement | null = null;

  constructor(private root: HTMLElement, private opened: (spot: string, first: boolean) => void) {}

  get current(): HTMLElement | null { return this.root.querySelector(".panel.open"); }

  open(spot: string, opener: HTMLElement | null): void {
    const panel = this.root.querySelector<HTMLElement>(`[data-panel="${CSS.escape(spot)}"]`);
    if (!panel) { return; }
    if (this.current !== panel) { this.current?.classList.remove("open"); }
    panel.classList.add("open");
    this.opener = opener;
    this.place(panel, spot);
    panel.focus({ preventScroll: true });
    panel.scrollIntoView({ block: "nearest" });
    const first = panel.dataset.opened !== "yes";
    panel.dataset.opened = "yes";
    this.opened(spot, first);
  }

  close(): void {
    const panel = this.current;
    if (!panel) { return; }
    const spot = panel.dataset.panel!;
    panel.classList.remove("open");
    const back = this.opener?.isConnected ? this.opener : this.root.querySelector<HTMLElement>(`a[data-sign="${CSS.escape(spot)}"]`);
    back?.focus();
  }

  private place(panel: HTMLElement, spot: string): void {
    const sign = this.root.querySelector<HTMLElement>(`[data-sign="${CSS.escape(spot)}"]`);
    const frame = panel.parentElement!;
    panel.style.removeProperty("inset-inline-start");
    panel.style.removeProperty("top");
    panel.style.removeProperty("left");
    if (!sign || getComputedStyle(panel).position !== "absolute") { return; }
    const x = Number(sign.dataset.x) * frame.clientWidth;
    const y = Number(sign.dataset.y) * frame.clientHeight;
    const gap = 34 * Number(sign.dataset.size || 1);
    const right = x + gap + panel.offsetWidth <= frame.clientWidth;
    const left = x - gap - panel.offsetWidth >= 0;
    const start = right ? x + gap : left ? x - gap - panel.offsetWidth : Math.max(8, (frame.clientWidth - panel.offsetWidth) / 2);
    panel.style.left = `${start}px`;
    panel.style.top = `${Math.max(8, Math.min(y - 48, frame.clientHeight - panel.offsetHeight - 8))}px`;
  }
}
