import { send, wordsOf } from "./upload";

/** A file with more bytes goes in pieces; what is smaller has arrived before anybody would pause it. */
export const InPieces = 8 * 1024 * 1024;

/** As long as the server's largest piece. */
const Piece = 4 * 1024 * 1024;

/** How a file on its way stands. */
export type Standing = "sending" | "paused" | "lost";

/** What became of a file: an entry of the media library with what is said of it, or why it is not taken. */
export type Brought = { id: string; name: string; said: string } | { refusal: string };

/**
 * A large file on its way in pieces. Its sending can be paused, goes on by itself after a lost connection, and, since the server knows
 * a file by its name, size and time, goes on where it was when the same file is chosen again on another day.
 */
export class Pieces {
  private paused = false;
  private over = false;
  private wake: () => void = () => undefined;
  private now: AbortController | null = null;

  /**
   * @param base Where the application lies.
   * @param proof That the page is ours.
   * @param tell Hears how far it is (0 to 1) and how it stands.
   */
  constructor(
    private readonly file: File,
    private readonly base: string,
    private readonly proof: string,
    private readonly tell: (share: number, standing: Standing) => void,
  ) {}

  /** Sends all of it and puts it to use; null when it was given up. */
  async bring(fields: Record<string, string>): Promise<Brought | null> {
    let there = -1;
    for (let pause = 1000; !this.over; pause = Math.min(pause * 2, 20000)) {
      const reply = await this.step(there, fields);
      if (reply && reply.status < 500 && reply.status !== 429) {
        if (reply.status !== 200 && reply.status !== 409) {
          return { refusal: wordsOf(reply) };
        }
        const answer = JSON.parse(reply.text) as { there?: number } & Brought;
        if (answer.there === undefined) {
          return answer;
        }
        if (reply.status === 409 && answer.there === there) {
          // It is just being written from a second window.
          await this.rest(500);
        }
        // A lost reply may have moved it further than is known here; the server knows.
        there = answer.there;
        pause = 500;
        this.tell(there / this.file.size, "sending");
      } else if (!this.over && !this.paused) {
        this.tell(Math.max(there, 0) / this.file.size, "lost");
        there = -1;
        await this.rest(pause);
      }
      if (this.paused) {
        this.tell(Math.max(there, 0) / this.file.size, "paused");
        there = -1;
        await this.rest(null);
      }
    }
    await fetch(this.address(), { method: "DELETE", headers: { "X-Slate-Proof": this.proof } }).catch(() => null);
    return null;
  }

  pause(): void {
    this.paused = true;
    this.now?.abort();
  }

  goOn(): void {
    this.paused = false;
    this.wake();
  }

  /** What is there already is deleted. */
  giveUp(): void {
    this.over = true;
    this.paused = false;
    this.now?.abort();
    this.wake();
  }

  /** Asks how much is there, sends the next piece, or has the whole put to use. */
  private step(there: number, fields: Record<string, string>): Promise<{ status: number; text: string } | null> {
    this.now = new AbortController();
    const signal = this.now.signal;
    if (there < 0) {
      return send(this.address(), this.proof, null, () => undefined, signal, "GET");
    }
    if (there < this.file.size) {
      const piece = this.file.slice(there, there + Piece);
      const far = (share: number): void => this.tell((there + share * piece.size) / this.file.size, "sending");
      return send(`${this.address()}&at=${there}`, this.proof, piece, far, signal, "PUT");
    }
    const body = new FormData();
    for (const [name, value] of Object.entries({ ...this.said, ...fields })) {
      body.set(name, value);
    }
    return send(this.place, this.proof, body, () => undefined, signal);
  }

  private rest(milliseconds: number | null): Promise<void> {
    return new Promise(done => {
      this.wake = done;
      if (milliseconds !== null) {
        setTimeout(done, milliseconds);
      }
    });
  }

  private get place(): string {
    return `${this.base}/media-library/arriving`;
  }

  private get said(): Record<string, string> {
    return { name: this.file.name, bytes: String(this.file.size), changed: String(this.file.lastModified) };
  }

  private address(): string {
    return `${this.place}?${new URLSearchParams(this.said).toString()}`;
  }
}
