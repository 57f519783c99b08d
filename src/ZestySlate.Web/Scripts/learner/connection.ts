import { saidIn } from "./said";
import type { Trouble } from "./outbox";

/** The line that says how it stands with the server; hidden while all is well. */
export class Connection {
  constructor(private root: HTMLElement) {}

  say(words: string | null): void {
    const place = this.root.querySelector<HTMLElement>("#connection");
    if (place) {
      place.textContent = words ?? "";
      place.hidden = words === null;
    }
  }

  /** What the outbox tells of its way. */
  hear: Trouble = (state, waiting) => {
    if (state === "waiting") {
      this.say(saidIn(this.root, "noConnection", waiting));
      this.root.classList.add("unconnected");
    } else if (state === "ended") {
      this.say(saidIn(this.root, "sessionEnded"));
    } else if (state === "sent" && this.isLost) {
      this.say(null);
      this.root.classList.remove("unconnected");
    }
  };

  /** True while what is given waits for the line. */
  get isLost(): boolean {
    return this.root.classList.contains("unconnected");
  }
}
