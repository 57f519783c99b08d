/** One event on its way: form fields in the order they are sent. */
export interface Waiting {
  spot: string;
  act: string;
  body: string;
}

export type Delivered = (sent: Waiting, reply: Response) => Promise<void>;
export type Trouble = (state: "sending" | "waiting" | "sent" | "ended", waiting: number) => void;
/** Told of an event that the server will not keep, and why. */
export type Refused = (sent: Waiting, why: string) => void;

/** What the server cannot read or take, whatever is tried (RFC 9110, 15.5); other answers of 400 and above have words of their own. */
const Hopeless = [400, 404, 405, 411, 413, 414, 415, 422, 431];
/** So often a fault of the server's over one and the same event is borne, while nothing says that it is in trouble with all. */
const Patience = 4;

/** Of these the newest holds all that the ones before it said of the same question. */
const Replaced = ["answer", "annotate"];

/**
 * Sends events one after the other, each until it is taken. What waits is kept on the device under the attempt's name, so that
 * it survives a closed tab. An event carries its own id; sent twice it counts once. One that cannot be kept is set aside, told
 * of, and holds up nothing: the rest goes on.
 */
export class Outbox {
  private waiting: Waiting[];
  private aside: { event: Waiting; why: string }[];
  private busy = false;
  private pause = 1000;
  private failed = 0;

  constructor(
    private address: string,
    private name: string,
    private proof: () => string,
    private delivered: Delivered,
    private trouble: Trouble,
    private refused: Refused,
  ) {
    this.waiting = this.load(this.name);
    this.aside = this.load(this.asideName);
    window.addEventListener("online", () => void this.run());
    // Whoever makes it listens only after that.
    queueMicrotask(() => {
      this.aside.forEach(one => this.refused(one.event, one.why));
      void this.run();
    });
  }

  get size(): number {
    return this.waiting.length;
  }

  private get asideName(): string {
    return `${this.name} aside`;
  }

  add(event: Waiting): void {
    // A newer answer to the same question takes the place of one that has not left yet.
    const last = this.waiting[this.waiting.length - 1];
    const free = this.waiting.length > (this.busy ? 1 : 0);
    if (Replaced.includes(event.act) && free && last?.act === event.act && last.spot === event.spot) {
      this.waiting.pop();
    }
    this.waiting.push(event);
    this.keep(this.name, this.waiting);
    void this.run();
  }

  /** Something that was set aside is tried once more, or given up. */
  seenTo(event: Waiting, again: boolean): void {
    this.aside = this.aside.filter(one => one.event !== event);
    this.keep(this.asideName, this.aside);
    if (again) {
      this.add(event);
    }
  }

  private async run(): Promise<void> {
    if (this.busy || this.waiting.length === 0) {
      return;
    }
    this.busy = true;
    while (this.waiting.length > 0) {
      const event = this.waiting[0]!;
      this.trouble("sending", this.waiting.length);
      let reply: Response | null = null;
      try {
        reply = await fetch(this.address, {
          method: "POST",
          body: event.body,
          // What outlives the page may only be short (Fetch standard, 64 KiB).
          keepalive: event.body.length < 60_000,
          headers: { "Content-Type": "application/x-www-form-urlencoded", "X-Slate-Script": "1", "X-Slate-Proof": this.proof() },
        });
      } catch {
        /* no connection: it stays and is sent again */
      }
      if (reply?.status === 403 || reply?.redirected) {
        this.trouble("ended", this.waiting.length);
        break;
      }
      this.failed = reply?.status === 500 ? this.failed + 1 : 0;
      if (reply && (Hopeless.includes(reply.status) || this.failed >= Patience)) {
        this.setAside(event, reply.status === 500 ? "" : await reply.text().catch(() => ""));
        continue;
      }
      if (!reply || reply.status >= 500 || reply.status === 429) {
        this.trouble("waiting", this.waiting.length);
        setTimeout(() => void this.run(), this.pause);
        this.pause = Math.min(this.pause * 2, 20000);
        break;
      }
      this.pause = 1000;
      this.waiting.shift();
      this.keep(this.name, this.waiting);
      await this.delivered(event, reply);
      if (this.waiting.length === 0) {
        this.trouble("sent", 0);
      }
    }
    this.busy = false;
  }

  private setAside(event: Waiting, why: string): void {
    const words = why.length > 300 || why.includes("<") ? "" : why;
    this.failed = 0;
    this.pause = 1000;
    // What was said of the same question before is in it. First where it is safe, then out of the line.
    this.aside = this.aside.filter(one => !(Replaced.includes(event.act) && one.event.act === event.act && one.event.spot === event.spot));
    this.aside.push({ event, why: words });
    this.keep(this.asideName, this.aside);
    this.waiting.shift();
    this.keep(this.name, this.waiting);
    this.refused(event, words);
    if (this.waiting.length === 0) {
      this.trouble("sent", 0);
    }
  }

  private keep(name: string, what: unknown[]): void {
    try {
      if (what.length > 0) {
        localStorage.setItem(name, JSON.stringify(what));
      } else {
        localStorage.removeItem(name);
      }
    } catch {
      /* storage refused inside a frame: it is kept as long as the page is open */
    }
  }

  private load<T>(name: string): T[] {
    try {
      return JSON.parse(localStorage.getItem(name) ?? "[]") as T[];
    } catch {
      return [];
    }
  }
}
