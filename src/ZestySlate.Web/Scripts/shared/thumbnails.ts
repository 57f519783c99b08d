/** How high a small picture is, in pixels. */
const High = 34;
/** So many are kept; with more, all begin anew. */
const Most = 400;

/** Small pictures of a video along its course, made one after the other by a second player of the same file that nobody sees. */
export class Thumbnails {
  private readonly video = document.createElement("video");
  private readonly made = new Map<string, HTMLCanvasElement>();
  private wanted: number[] = [];
  private busy = false;
  private later = 0;
  private now = { scale: 1, step: 1, ratio: 1 };

  /**
   * @param address The file, of our own origin: the pictures of others cannot be drawn.
   * @param place The row that they stand in.
   */
  constructor(
    readonly address: string,
    private readonly place: HTMLElement,
  ) {
    this.video.muted = true;
    this.video.preload = "metadata";
    this.video.src = address;
  }

  /** Shows what is in sight: from and to in seconds, at so many pixels a second. What is not there yet comes by and by. */
  show(scale: number, from: number, to: number): void {
    clearTimeout(this.later);
    this.later = window.setTimeout(() => this.layOut(scale, from, to), 150);
  }

  private layOut(scale: number, from: number, to: number): void {
    const ratio = this.video.videoWidth / this.video.videoHeight || 16 / 9;
    const step = (High * ratio) / scale;
    this.now = { scale, step, ratio };
    if (this.made.size > Most) {
      this.made.clear();
    }
    const first = Math.floor(from / step);
    const moments = Array.from({ length: Math.ceil(to / step) - first }, (_, i) => (first + i) * step);
    this.wanted = moments.filter(moment => !this.made.has(keyOf(moment, step)));
    this.place.replaceChildren(
      ...moments.flatMap(moment => {
        const picture = this.made.get(keyOf(moment, step));
        return picture ? [placed(picture, moment * scale)] : [];
      }),
    );
    void this.make();
  }

  private async make(): Promise<void> {
    if (this.busy) {
      return;
    }
    this.busy = true;
    for (let moment = this.wanted.shift(); moment !== undefined && this.place.isConnected; moment = this.wanted.shift()) {
      const now = this.now;
      if (!(await this.goTo(Math.min(moment + now.step / 2, (this.video.duration || moment) - 0.05)))) {
        break;
      }
      // Looked at from nearer or farther meanwhile: other moments are wanted.
      if (now.step === this.now.step) {
        const picture = document.createElement("canvas");
        [picture.width, picture.height] = [Math.round(High * now.ratio), High];
        picture.getContext("2d")!.drawImage(this.video, 0, 0, picture.width, picture.height);
        this.made.set(keyOf(moment, now.step), picture);
        this.place.append(placed(picture, moment * now.scale));
      }
    }
    this.busy = false;
  }

  /** False when it cannot be gone to. */
  private goTo(moment: number): Promise<boolean> {
    return new Promise(done => {
      const end = (there: boolean) => (): void => {
        clearTimeout(late);
        done(there);
      };
      const late = setTimeout(end(false), 5000);
      this.video.addEventListener("seeked", end(true), { once: true });
      this.video.addEventListener("error", end(false), { once: true });
      this.video.currentTime = Math.max(0, moment);
    });
  }
}

function placed(picture: HTMLCanvasElement, left: number): HTMLCanvasElement {
  picture.className = "absolute top-0";
  picture.style.left = `${left}px`;
  return picture;
}

const keyOf = (moment: number, step: number): string => `${step.toFixed(3)} ${moment.toFixed(2)}`;
