import { saidIn } from "./said";

const Announced = [60, 30, 10];

/** The clock on the page: it only shows; the server's time counts. */
export class LearnerClock {
  private end: number | null = null;
  private timer: number;
  private told = new Set<number>();

  /** @param out Called once when the time is out: what is in hand is sent, and the page asks how it stands. */
  constructor(
    private root: HTMLElement,
    private out: () => void,
  ) {
    this.timer = window.setInterval(() => this.tick(), 250);
    this.set(root.dataset.remaining);
  }

  /** The seconds that are left, as the server has just said; nothing when no clock runs. */
  set(remaining: string | undefined): void {
    const end = remaining ? performance.now() + Number(remaining) * 1000 : null;
    if (end === null || this.end === null || end > this.end + 1500) {
      this.told.clear();
    }
    this.end = end;
    this.tick();
  }

  stop(): void {
    window.clearInterval(this.timer);
  }

  private tick(): void {
    const shown = this.root.querySelector<HTMLElement>("[data-clock]");
    if (this.end === null || !shown) {
      return;
    }
    const left = Math.max(0, Math.ceil((this.end - performance.now()) / 1000));
    const hours = Math.floor(left / 3600);
    const minutes = Math.floor(left / 60) % 60;
    const text = `${hours ? `${hours}:${String(minutes).padStart(2, "0")}` : minutes}:${String(left % 60).padStart(2, "0")}`;
    if (shown.textContent !== text) {
      shown.textContent = text;
    }
    shown.parentElement!.classList.toggle("clock-low", left <= 10);
    for (const mark of Announced) {
      if (left <= mark && left > 0 && !this.told.has(mark)) {
        Announced.filter(other => other >= mark).forEach(other => this.told.add(other));
        const place = this.root.querySelector("[data-clock-said]");
        if (place) {
          place.textContent = saidIn(this.root, "secondsLeft", left);
        }
      }
    }
    if (left === 0) {
      this.end = null;
      this.out();
    }
  }
}
