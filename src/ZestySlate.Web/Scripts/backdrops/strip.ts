import { ask } from "../shared/ask";
import { drag, swallowClick } from "../shared/drag";
import { filmIn, type Film } from "../shared/film";
import { loudnessOf } from "../shared/loudness";
import { Thumbnails } from "../shared/thumbnails";
import { clockOf, cutAt, nearestEnd, type SentenceEnd } from "../shared/time";

/** The nearest that a strip can show, in pixels a second: a frame is some ten pixels wide. */
const Nearest = 250;
const Step = 5,
  Frame = 1 / 25;

interface Said {
  captions: [from: number, to: number, text: string][];
  ends: SentenceEnd[];
  /** True when some ends are reckoned by characters, so that the sound can tell better. */
  reckoned: boolean;
}

const Nothing: Said = { captions: [], ends: [], reckoned: true };

/** The course of a video along a strip: what is said, what is there when; by mouse, finger and keys. */
export function start(section: HTMLElement): void {
  new Strip(section);
}

class Strip {
  private said = Nothing;
  private scale = 1;
  /** A cue whose new span is on its way to the server. */
  private later = 0;
  private told = false;
  private thumbnails: Thumbnails | null = null;
  /** The file whose sound was listened to. */
  private heard = "";

  constructor(private section: HTMLElement) {
    const zoom = this.find<HTMLInputElement>("[data-strip-zoom]");
    zoom.addEventListener("input", () => this.layOut(true));
    section.addEventListener("click", event => this.press(event.target as HTMLElement));
    section.addEventListener("keydown", event => this.moveByKey(event));
    this.track.addEventListener("pointerdown", event => this.take(event));
    this.frame.addEventListener("scroll", () => this.words());
    new ResizeObserver(() => this.layOut()).observe(this.frame);
    // What scripts draw lies one floor deeper than the cues, and is no change of theirs.
    new MutationObserver(() => this.layOut()).observe(this.track, { childList: true });
    new MutationObserver(() => this.layOut()).observe(this.track, {
      attributes: true,
      subtree: true,
      attributeFilter: ["data-from", "data-until", "data-cue", "data-arch-from", "data-arch-to"],
    });
    // How long a video lasts that lies elsewhere is known later, and is that of another when it is replaced.
    new MutationObserver(() => this.layOut()).observe(section, { attributes: true, attributeFilter: ["data-lasts"] });
    new MutationObserver(() => void this.load()).observe(section, { attributes: true, attributeFilter: ["data-captions"] });
    // Before the keys of the workbench, which has others for the arrows.
    document.addEventListener("keydown", event => this.key(event), { capture: true });
    document.addEventListener("click", event => this.here(event.target as HTMLElement));
    const follow = (): void => {
      if (this.section.isConnected) {
        this.follow();
        requestAnimationFrame(follow);
      }
    };
    void this.load();
    this.layOut();
    follow();
  }

  private find<T extends HTMLElement>(css: string): T {
    return this.section.querySelector<T>(css)!;
  }

  private get frame(): HTMLElement {
    return this.find("[data-strip-window]");
  }

  private get track(): HTMLElement {
    return this.find("[data-strip-track]");
  }

  private get stage(): HTMLElement | null {
    return document.querySelector<HTMLElement>("#room-stage .stage");
  }

  private get video(): Film | null {
    return this.stage && filmIn(this.stage);
  }

  private get lasts(): number {
    const known = Number(this.section.dataset.lasts);
    return known > 0 ? known : this.video && Number.isFinite(this.video.duration) ? this.video.duration : 60;
  }

  /** What is said in the video, and where its sentences end; the core finds them. */
  private async load(): Promise<void> {
    const address = this.section.dataset.captions;
    if (!address) {
      this.said = Nothing;
    } else {
      const reply = await ask("captions", address);
      if (reply?.ok) {
        this.said = JSON.parse(reply.text) as Said;
      }
    }
    this.heard = "";
    this.words();
    this.tellCuts();
  }

  /** Where there are no captions, the pauses of who speaks stand for the ends of sentences; where there are, they correct the ends that are
   * reckoned. The core finds them by how loud it is. */
  private async listen(): Promise<void> {
    const film = this.video;
    if (!film?.picture || !this.said.reckoned || this.heard === film.picture.currentSrc) {
      return;
    }
    this.heard = film.picture.currentSrc;
    const { captions, silences } = this.section.dataset;
    const curve = await loudnessOf(this.heard, this.lasts);
    const reply =
      curve &&
      (await ask("silences", silences! + (captions ? `?captions=${captions.split("/").at(-1)!}` : ""), {
        method: "POST",
        body: curve,
        headers: { "X-Slate-Proof": document.body.dataset.proof! },
      }));
    if (reply?.ok && this.section.dataset.captions === captions) {
      this.said = JSON.parse(reply.text) as Said;
      this.words();
      this.tellCuts();
    }
  }

  /** A stop in the middle of a sentence is marked, and says which. */
  private tellCuts(): void {
    for (const cue of this.track.querySelectorAll<HTMLElement>("[data-cue][data-pauses]")) {
      const cut = cutAt(this.said.ends, Number(cue.dataset.from));
      cue.toggleAttribute("data-cuts", cut !== undefined);
      cue.ariaDescription = !cut ? null : cut[1] ? `Stops inside “${cut[1]}”` : "Stops while somebody speaks";
    }
  }

  /** Puts everything where its time is. */
  private layOut(stays = false): void {
    const { frame, track } = this;
    const middle = (frame.scrollLeft + frame.clientWidth / 2) / (this.scale || 1);
    const whole = Math.max(0.01, frame.clientWidth / this.lasts);
    const zoom = Number(this.find<HTMLInputElement>("[data-strip-zoom]").value) / 100;
    this.scale = whole * Math.max(1, Nearest / whole) ** zoom;
    track.style.width = `${Math.max(frame.clientWidth, this.lasts * this.scale)}px`;
    for (const cue of track.querySelectorAll<HTMLElement>("[data-cue]")) {
      this.place(cue, Number(cue.dataset.from), cue.dataset.until === undefined ? null : Number(cue.dataset.until));
    }
    for (const arch of track.querySelectorAll<HTMLElement>("[data-arch-from]")) {
      const [from, to] = [Number(arch.dataset.archFrom), Number(arch.dataset.archTo)];
      arch.style.left = `${Math.min(from, to) * this.scale}px`;
      arch.style.width = `${Math.max(4, Math.abs(to - from) * this.scale)}px`;
    }
    if (stays) {
      const now = this.video?.currentTime ?? middle;
      frame.scrollLeft = now * this.scale - frame.clientWidth / 2;
    }
    this.ruler();
    this.words();
    this.tellCuts();
  }

  private place(cue: HTMLElement, from: number, until: number | null): void {
    cue.style.left = `${from * this.scale}px`;
    cue.style.width = `${Math.max(24, ((until ?? this.lasts) - from) * this.scale)}px`;
  }

  private ruler(): void {
    const steps = [0.2, 1, 5, 10, 30, 60, 300, 600, 1800];
    const step = steps.find(one => one * this.scale >= 70) ?? 3600;
    const marks: HTMLElement[] = [];
    for (let moment = 0; moment <= this.lasts && marks.length < 2000; moment += step) {
      marks.push(
        at("absolute ps-1 border-s border-slate-line text-[0.75rem] tabular-nums text-on-slate-soft", moment * this.scale, clockOf(moment)),
      );
    }
    this.find("[data-strip-ruler]").replaceChildren(...marks);
  }

  /** The captions that are in sight; of two thousand a screen holds some thirty. */
  private words(): void {
    const { frame, scale } = this;
    const [left, right] = [(frame.scrollLeft - 100) / scale, (frame.scrollLeft + frame.clientWidth + 100) / scale];
    const blocks = this.said.captions
      .filter(([from, to]) => to > left && from < right && (to - from) * scale > 2)
      .slice(0, 400)
      .map(([from, to, text]) => {
        const block = at(
          "absolute inset-y-0.5 overflow-hidden rounded-sm bg-slate-deep px-1 text-[0.75rem]/[1.1] text-on-slate-soft",
          from * scale,
          text,
        );
        block.style.width = `${Math.max(1, (to - from) * scale - 1)}px`;
        return block;
      });
    const ends = this.said.ends
      .filter(([moment]) => moment > left && moment < right)
      .slice(0, 400)
      .map(([moment]) => at("absolute inset-y-0 w-px bg-bergamot", moment * scale, ""));
    this.find("[data-strip-words]").replaceChildren(...blocks, ...ends);
    this.pictures(Math.max(0, left), Math.min(right, this.lasts));
  }

  /** Small pictures of the video along the strip, where they can be had. */
  private pictures(from: number, to: number): void {
    const address = this.video?.picture?.currentSrc;
    if (address && this.thumbnails?.address !== address) {
      this.thumbnails = new Thumbnails(address, this.find("[data-strip-pictures]"));
    }
    this.thumbnails?.show(this.scale, from, to);
  }

  /** Where the video is, sixty times a second while it plays. */
  private follow(): void {
    const { video, stage } = this;
    if (!video || !stage) {
      return;
    }
    this.tellFound(video);
    if (video.picture && this.thumbnails?.address !== video.picture.currentSrc && video.readyState >= HTMLMediaElement.HAVE_METADATA) {
      this.words();
    }
    if (this.said.reckoned && video.readyState >= HTMLMediaElement.HAVE_METADATA) {
      void this.listen();
    }
    const now = video.currentTime;
    const left = `${now * this.scale}px`;
    const line = this.find("[data-strip-now]");
    if (line.style.left !== left) {
      line.style.left = left;
      this.find("[data-strip-time]").textContent = `${clockOf(now)}.${Math.floor((now % 1) * 10)} / ${clockOf(this.lasts)}`;
      stage.dataset.moment = now.toFixed(3);
      const end = nearestEnd(this.said.ends, now);
      stage.dataset.sentenceEnd = end ? String(end[0]) : "";
      if (
        !video.paused &&
        (now * this.scale < this.frame.scrollLeft || now * this.scale > this.frame.scrollLeft + this.frame.clientWidth)
      ) {
        this.frame.scrollLeft = now * this.scale - 40;
      }
    }
  }

  /** How long a video lasts that lies elsewhere is known when its player says so; it is kept once. */
  private tellFound(video: Film): void {
    if (Number(this.section.dataset.lasts) > 0 || this.told || !(video.duration > 0 && Number.isFinite(video.duration))) {
      return;
    }
    this.told = true;
    const fields = new FormData();
    for (const [name, value] of Object.entries({
      edit: "videoFound",
      scene: this.section.dataset.scene!,
      seconds: String(video.duration),
      width: String(video.videoWidth),
      height: String(video.videoHeight),
    })) {
      fields.set(name, value);
    }
    document.dispatchEvent(new CustomEvent("slate:send", { detail: { path: "/edit", fields } }));
  }

  private go(moment: number): void {
    if (this.video) {
      this.video.currentTime = Math.min(Math.max(0, moment), this.lasts);
    }
  }

  private play(): void {
    if (this.video?.paused) {
      void this.video.play().catch(() => undefined);
    } else {
      this.video?.pause();
    }
  }

  private goToCue(next: boolean): void {
    const now = this.video?.currentTime ?? 0;
    const cues = [...this.track.querySelectorAll<HTMLElement>("[data-cue]")];
    const found = next
      ? cues.find(cue => Number(cue.dataset.from) > now + 0.05)
      : cues.reverse().find(cue => Number(cue.dataset.from) < now - 0.05);
    if (found) {
      this.go(Number(found.dataset.from));
      document.dispatchEvent(new CustomEvent("slate:select", { detail: found.dataset.cue }));
    }
  }

  private press(target: HTMLElement): void {
    const what = target.closest<HTMLElement>("[data-strip-do]")?.dataset.stripDo;
    const cue = target.closest<HTMLElement>("[data-cue]");
    if (what === "play") {
      this.play();
    } else if (what === "poster") {
      void this.takePoster();
    } else if (what) {
      this.goToCue(what === "next");
    } else if (cue) {
      this.video?.pause();
      this.go(Number(cue.dataset.from));
      this.say(cue.ariaDescription ?? "");
    }
  }

  /** Makes what the video shows now the picture that stands for it. */
  private async takePoster(): Promise<void> {
    const { video } = this;
    if (!video || video.readyState < HTMLMediaElement.HAVE_CURRENT_DATA) {
      return;
    }
    if (!video.picture) {
      this.say("The pictures of a video that lies elsewhere cannot be taken; choose one under Backdrop.");
      return;
    }
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
    canvas.getContext("2d")!.drawImage(video.picture, 0, 0);
    const picture = await new Promise<Blob | null>(done => canvas.toBlob(done, "image/jpeg", 0.9));
    if (picture) {
      const fields = new FormData();
      fields.set("purpose", "backdrop");
      fields.set("scene", video.dataset.scene!);
      fields.set("file", picture, `${this.section.dataset.name} ${clockOf(video.currentTime).replace(":", ".")}.jpg`);
      document.dispatchEvent(new CustomEvent("slate:send", { detail: { path: "/media", fields } }));
    }
  }

  /** “Begin at the moment shown”, in the details. */
  private here(target: HTMLElement): void {
    const field = target.closest("[data-turn-here]")?.parentElement!.querySelector<HTMLInputElement>("[data-turn-to]");
    if (field && this.section.isConnected && this.video) {
      field.value = `${Math.floor(this.video.currentTime / 60)}:${(this.video.currentTime % 60).toFixed(1).padStart(4, "0")}`;
      field.dispatchEvent(new Event("change", { bubbles: true }));
      return;
    }
    const spot = target.closest<HTMLElement>("[data-moment-here]")?.dataset.momentHere;
    if (!spot || !this.section.isConnected || !this.video) {
      return;
    }
    const cue = this.track.querySelector<HTMLElement>(`[data-cue="${CSS.escape(spot)}"]`);
    const long_ = cue?.dataset.until === undefined ? null : Number(cue.dataset.until) - Number(cue.dataset.from);
    this.send(spot, this.video.currentTime, cue && long_ === null ? null : this.video.currentTime + (long_ ?? Step));
  }

  private key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (
      !this.section.isConnected ||
      event.ctrlKey ||
      event.metaKey ||
      target.closest("input:not([data-strip-zoom]), textarea, select, [contenteditable=true], dialog, .chooser, [data-learn]")
    ) {
      return;
    }
    const moment = this.video?.currentTime ?? 0;
    const onCue = target.closest("[data-cue], a[data-sign]") !== null;
    const steps = (event.altKey ? Frame : Step) * (event.key === "ArrowRight" ? 1 : -1);
    const acts: Record<string, (() => void) | false> = {
      " ": !target.closest("button, a, summary") && ((): void => this.play()),
      "[": () => this.goToCue(false),
      "]": () => this.goToCue(true),
      ArrowLeft: !onCue && !target.closest("button, input, [data-stage-box]") && ((): void => this.go(moment + steps)),
      n: () => this.find<HTMLElement>("[data-do=add]").click(),
    };
    acts.ArrowRight = acts.ArrowLeft!;
    const act = acts[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (act) {
      event.preventDefault();
      event.stopPropagation();
      act();
    }
  }

  private moveByKey(event: KeyboardEvent): void {
    const cue = (event.target as HTMLElement).closest<HTMLElement>("[data-cue]");
    if (!cue || event.altKey || !["ArrowLeft", "ArrowRight"].includes(event.key)) {
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    const by = (event.shiftKey ? Step : 0.5) * (event.key === "ArrowRight" ? 1 : -1);
    const [from, until] = this.spanOf(cue);
    const begins = Math.min(Math.max(0, from + by), this.lasts);
    const ends = until === null ? null : until + begins - from;
    cue.dataset.from = String(begins);
    if (ends !== null) {
      cue.dataset.until = String(ends);
    }
    this.go(begins);
    clearTimeout(this.later);
    this.later = window.setTimeout(() => this.send(cue.dataset.cue!, begins, ends), 400);
  }

  private spanOf(cue: HTMLElement): [number, number | null] {
    return [Number(cue.dataset.from), cue.dataset.until === undefined ? null : Number(cue.dataset.until)];
  }

  /** A hand on the strip: on a cue it moves or resizes it, elsewhere it goes through the video. */
  private take(down: PointerEvent): void {
    const target = down.target as HTMLElement;
    const grip = target.closest<HTMLElement>("[data-turn]");
    if (grip) {
      this.bend(down, grip);
      return;
    }
    const cue = target.closest<HTMLElement>("[data-cue]");
    const left = this.track.getBoundingClientRect().left;
    if (!cue) {
      this.video?.pause();
      this.go((down.clientX - left) / this.scale);
      drag(down, { move: event => this.go((event.clientX - this.track.getBoundingClientRect().left) / this.scale), end: () => undefined });
      return;
    }
    const resizes = target.closest("[data-cue-end]") !== null;
    const [from, until] = this.spanOf(cue);
    let [begins, ends] = [from, until];
    const move = (event: PointerEvent): void => {
      const by = (event.clientX - down.clientX) / this.scale;
      if (resizes) {
        ends = Math.min(this.lasts, Math.max(from + 0.1, (until ?? this.lasts) + by));
      } else {
        begins = Math.min(Math.max(0, from + by), this.lasts);
        const sentence = cue.dataset.pauses === "yes" && !event.altKey ? nearestEnd(this.said.ends, begins) : undefined;
        begins = sentence ? sentence[0] : begins;
        ends = until === null ? null : until + begins - from;
        this.say(!sentence ? "" : sentence[1] ? `After “${sentence[1]}”` : "Where there is a pause");
      }
      this.place(cue, begins, ends);
      this.go(resizes ? ends! : begins);
    };
    const end = (moved: boolean): void => {
      if (moved) {
        swallowClick();
        this.send(cue.dataset.cue!, begins, ends);
      }
    };
    drag(down, { move, end }, 4);
  }

  /** The end of an arch is drawn to where it goes on after an answer. */
  private bend(down: PointerEvent, grip: HTMLElement): void {
    const arch = grip.previousElementSibling as HTMLElement;
    let to = Number(arch.dataset.archTo);
    const move = (event: PointerEvent): void => {
      to = Math.min(this.lasts, Math.max(0, (event.clientX - this.track.getBoundingClientRect().left) / this.scale));
      arch.dataset.archTo = grip.dataset.archFrom = grip.dataset.archTo = to.toFixed(3);
      this.go(to);
      this.say(`${grip.title.split(":")[0]!}: ${clockOf(to)}`);
    };
    const end = (moved: boolean): void => {
      swallowClick();
      if (moved) {
        const fields = { edit: "turn", spot: grip.dataset.spot!, turn: grip.dataset.turn!, to: to.toFixed(3) };
        document.dispatchEvent(new CustomEvent("slate:send", { detail: { path: "/edit", fields } }));
      } else {
        this.video?.pause();
        this.go(to);
      }
    };
    drag(down, { move, end }, 3);
  }

  private say(words: string): void {
    this.find("[data-strip-said]").textContent = words;
  }

  private send(spot: string, from: number, until: number | null): void {
    const fields = { edit: "span", spot, from: from.toFixed(3), until: until === null ? "" : until.toFixed(3), selected: spot };
    document.dispatchEvent(new CustomEvent("slate:send", { detail: { path: "/edit", fields } }));
  }
}

function at(classes: string, left: number, words: string): HTMLElement {
  const one = document.createElement("span");
  one.className = classes;
  one.style.left = `${left}px`;
  one.textContent = words;
  return one;
}
