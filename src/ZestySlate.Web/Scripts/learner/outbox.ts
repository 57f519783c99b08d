/** One event on its way: form fields in the order they are sent. */
export interface Waiting { spot: string; act: string; body: string; }

export type Delivered = (sent: Waiting, reply: Response) => Promise<void>;
export type Trouble = (state: "sending" | "waiting" | "sent" | "ended", waiting: number) => void;

/**
 * Sends events one after the other, each until it is taken. What waits is kept on the device under the attempt's name, so that
 * it survives a closed tab. An event carries its own id; sent twice it counts once.
 */
export class Outbox {
  private waiting: Waiting[];
  private busy = false;
  private pause = 1000;

  constructor(private address: string, private name: string, private proof: () => string, private delivered: Delivered, private trouble: Trouble) {
    this.waiting = this.load();
    window.addEventListener("online", () => void this.run());
    void this.run();
  }

  get size(): number { return this.waiting.length; }

  add(event: Waiting): void {
    // A newer answer to the same question takes the place of one that has not left yet.
    const last = this.waiting.length - 1;
    const free = this.busy ? last > 0 : last >= 0;
    if (["answer", "annotate"].includes(event.act) && free && this.waiting[last].act === event.act && this.waiting[last].spot === event.spot) {
      this.waiting.pop();
    }
    this.waiting.push(event);
    this.keep();
    void this.run();
  }

  private async run(): Promise<void> {
    if (this.busy || this.waiting.length === 0) { return; }
    this.busy = true;
    while (this.waiting.length > 0) {
      const event = this.waiting[0];
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
      } catch { /* no connection: it stays and is sent again */ }
      if (reply?.status === 403 || reply?.redirected) {
        this.trouble("ended", this.waiting.length);
        break;
      }
      if (!reply || reply.status >= 500 || reply.status === 429) {
        this.trouble("waiting", this.waiting.length);
        setTimeout(() => void this.run(), this.pause);
        this.pause = Math.min(this.pause * 2, 20000);
        break;
      }
      this.pause = 1000;
      this.waiting.shift();
      this.keep();
      await this.delivered(event, reply);
      if (this.waiting.length === 0) { this.trouble("sent", 0); }
    }
    this.busy = false;
  }

  private keep(): void {
    try {
      if (this.waiting.length > 0) { localStorage.setItem(this.name, JSON.stringify(this.waiting)); }
      else { localStorage.removeItem(this.name); }
    } catch { /* storage refused inside a frame: it is kept as long as the page is open */ }
  }

  private load(): Waiting[] {
    try { return JSON.parse(localStorage.getItem(this.name) ?? "[]") as Waiting[]; } catch { return []; }
  }
}
