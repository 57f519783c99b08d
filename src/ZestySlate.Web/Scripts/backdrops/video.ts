import { Captions, plain } from "../shared/captions";
import { saidIn } from "../learner/said";
import { typing } from "../shared/place";
import { startFilm, type Film } from "../shared/film";
import { showSides } from "../shared/sides";
import { clockOf, cuesOf, farthest, joined, type Cue, type Stretch } from "../shared/time";

/** So often a long stretch is reported while it plays on, in seconds. */
const ReportEvery = 10;
/** A stretch shorter than this is none, in seconds. */
const Shortest = 0.1;
/** Nothing plays on so far between two looks, in seconds. */
const Jump = 4;
const Step = 5,
  Frame = 1 / 25;

/** A video on a stage: for learners with its tools; for authors it only tells what moment it shows. */
export function start(ground: HTMLElement): void {
  void startFilm(ground).then(film => film && begin(ground, film));
}

function begin(ground: HTMLElement, film: Film): void {
  const stage = ground.closest<HTMLElement>(".stage")!;
  const root = ground.closest<HTMLElement>("[data-learn]");
  film.removeAttribute("controls");
  const showSigns = (): void => {
    stage.dataset.moment = String(film.currentTime);
    for (const cue of cuesOf(stage)) {
      const there = film.currentTime >= cue.from - 0.02 && (cue.until === null || film.currentTime < cue.until);
      cue.sign.toggleAttribute("hidden", !there && !cue.sign.matches(".sign-selected"));
    }
  };
  if (root) {
    new Watching(root, stage, film, showSigns);
  } else {
    for (const type of ["timeupdate", "seeked", "loadedmetadata"]) {
      film.addEventListener(type, showSigns);
    }
    new MutationObserver(showSigns).observe(stage, {
      attributes: true,
      childList: true,
      subtree: true,
      attributeFilter: ["class", "data-from", "data-until"],
    });
    showSigns();
  }
}

/** A learner who watches: what stops, opens and turns the video, and what was watched. */
class Watching {
  private readonly tools: HTMLElement;
  private readonly slider: HTMLInputElement;
  private readonly captions: Captions;
  /** Cues of the present moment that have not had their turn yet. */
  private pending: Cue[] = [];
  /** The spot that is open because its moment has come; else the one that was opened by hand while the video played. */
  private open: { id: string; byCue: boolean } | null = null;
  private before = 0;
  private from: number | null = null;
  private watched: Stretch[];

  constructor(
    private root: HTMLElement,
    private stage: HTMLElement,
    private video: Film,
    private showSigns: () => void,
  ) {
    this.tools = root.querySelector<HTMLElement>(`[data-video-tools="${CSS.escape(video.dataset.scene!)}"]`)!;
    this.slider = this.tools.querySelector<HTMLInputElement>("[data-video-at]")!;
    this.watched = (video.dataset.watched ?? "")
      .split(" ")
      .filter(Boolean)
      .map(one => one.split("-").map(Number))
      .map(([from = 0, to = 0]) => ({ from, to }));
    if (stage.dataset.panorama !== undefined) {
      stage.addEventListener("slate:turned", () => showSides(stage, this.tools));
    }
    this.captions = new Captions(video, stage, this.tools, () => this.lines());
    this.lines();
    this.tools.querySelector("input[type=search]")?.addEventListener("input", () => this.lines());
    this.listen();
    this.begin();
  }

  /** Where one left, or at the beginning for who had come to the end. */
  private begin(): void {
    const left = Number(this.video.dataset.leftAt);
    this.video.currentTime = this.lasts > 0 && left >= this.lasts - 1 ? 0 : left;
    this.before = this.video.currentTime - 0.001;
    this.show();
  }

  private get lasts(): number {
    return Number.isFinite(this.video.duration) ? this.video.duration : Number(this.video.dataset.lasts);
  }

  private listen(): void {
    const { video, tools } = this;
    video.addEventListener("play", () => {
      this.say(null);
      this.from = video.currentTime;
      this.frame();
      this.show();
    });
    video.addEventListener("pause", () => {
      this.report();
      this.show();
    });
    video.addEventListener("loadedmetadata", () => this.begin());
    video.addEventListener("ended", () => this.finish());
    video.addEventListener("error", () => this.say(saidIn(tools, "videoFailed")));
    video.addEventListener("click", () => this.toggle());
    window.addEventListener("pagehide", () => this.report());
    this.slider.addEventListener("input", () => this.goTo(Number(this.slider.value)));
    this.slider.addEventListener("keydown", event => this.key(event));
    tools.addEventListener("click", event => {
      const target = event.target as HTMLElement;
      const line = target.closest<HTMLElement>("[data-line-at]");
      if (target.closest("[data-video-do=play]")) {
        this.toggle();
      } else if (line) {
        this.goTo(Number(line.dataset.lineAt));
      }
    });
    tools.querySelector<HTMLSelectElement>("[data-video-speed]")?.addEventListener("change", event => {
      video.playbackRate = Number((event.target as HTMLSelectElement).value);
    });
    this.root.addEventListener("keydown", event => {
      if (this.isHere() && !typing() && !(event.target as HTMLElement).closest("button, a, summary, select, input, .panel")) {
        this.key(event);
      }
    });
    // A spot that is opened stops the video; one from the list lies at another moment, which comes first.
    this.root.addEventListener(
      "click",
      event => {
        const row = (event.target as HTMLElement).closest<HTMLElement>("a[data-open]");
        const cue = row && this.isHere() ? cuesOf(this.stage).find(one => one.id === row.dataset.open) : undefined;
        if (cue && !this.goTo(cue.from)) {
          event.preventDefault();
          event.stopPropagation();
        }
      },
      { capture: true },
    );
    this.root.addEventListener("slate:opened", event => {
      const id = (event as CustomEvent<string>).detail;
      if (this.isHere() && this.open?.id !== id) {
        this.open = this.video.paused && this.open === null ? null : { id, byCue: false };
        this.video.pause();
      }
    });
    this.root.addEventListener("slate:closed", event => {
      if (this.isHere() && this.open?.id === (event as CustomEvent<string>).detail) {
        const { id, byCue } = this.open;
        this.open = null;
        this.goOn(byCue ? id : null);
      }
    });
  }

  /** The page may show another scene by now; what it does is nothing to this video then. */
  private isHere(): boolean {
    if (!this.video.isConnected && !this.video.paused) {
      this.video.pause();
    }
    return this.video.isConnected;
  }

  private toggle(): void {
    if (this.video.paused) {
      void this.video.play().catch(() => this.say(saidIn(this.tools, "videoFailed")));
    } else {
      this.video.pause();
    }
  }

  private key(event: KeyboardEvent): void {
    const steps = event.altKey ? Frame : Step;
    const moment = this.video.currentTime;
    const froms = cuesOf(this.stage).map(cue => cue.from);
    const goals: Record<string, number | undefined> = {
      ArrowLeft: moment - steps,
      ArrowRight: moment + steps,
      "[": Math.max(...froms.filter(from => from < moment - 0.5), 0),
      "]": froms.filter(from => from > moment + 0.05).sort((a, b) => a - b)[0],
    };
    if (event.key === " ") {
      event.preventDefault();
      this.toggle();
    } else if (goals[event.key] !== undefined) {
      event.preventDefault();
      this.goTo(goals[event.key]!);
    }
  }

  /** Goes to a moment, as far as one may; false when one may not. */
  private goTo(moment: number): boolean {
    const goal = Math.min(Math.max(0, moment), this.lasts || moment);
    const far = farthest(this.video.dataset.skipping!, this.watchedNow(), cuesOf(this.stage), this.root.dataset.handedIn === "yes");
    const may = goal <= far.moment + 0.01;
    this.report();
    this.video.currentTime = may ? goal : far.moment;
    // What begins at this very moment is still to come.
    this.before = this.video.currentTime - 0.001;
    this.from = this.video.paused ? null : this.video.currentTime;
    this.pending = [];
    if (!may) {
      if (far.cue && !this.open) {
        this.meet([far.cue]);
      }
      this.say(saidIn(this.tools, far.because));
    } else {
      this.say(null);
    }
    this.show();
    return may;
  }

  private frame(): void {
    if (this.video.paused || !this.isHere()) {
      return;
    }
    const now = this.video.currentTime;
    if (Math.abs(now - this.before) > Jump) {
      // Moved by something else than our tools, as the keys of a headset: the same rules hold.
      this.goTo(now);
    } else if (!this.video.seeking && now > this.before) {
      const reached = cuesOf(this.stage).filter(cue => cue.waits && cue.from > this.before && cue.from <= now);
      if (reached.length > 0) {
        const first = Math.min(...reached.map(cue => cue.from));
        this.meet(reached.filter(cue => cue.from === first));
      }
      if (!this.video.paused) {
        this.before = now;
      }
      if (this.from !== null && now - this.from >= ReportEvery) {
        this.report();
        this.from = now;
      }
    }
    this.show();
    requestAnimationFrame(() => this.frame());
  }

  /** The moment of these cues has come: the first has its turn, the others when it is done. */
  private meet(cues: Cue[]): void {
    const [cue, ...others] = cues;
    this.pending = others;
    if (!cue) {
      return;
    }
    this.showSigns();
    if (cue.pauses) {
      this.video.pause();
      this.video.currentTime = cue.from;
      this.before = cue.from;
      cue.sign.removeAttribute("hidden");
      this.say(saidIn(this.tools, "videoCue", cue.sign.getAttribute("aria-label") ?? ""), true);
    }
    if (cue.opens && cue.sign.getAttribute("target") !== "_blank") {
      this.open = { id: cue.id, byCue: cue.pauses };
      cue.sign.click();
      if (!this.root.querySelector(`.panel.open[data-panel="${CSS.escape(cue.id)}"]`)) {
        // What only says its words, or leads on, has nothing to be closed.
        this.open = null;
      }
    }
  }

  /** What was open is done: on to what waits at the same moment, to where it turns, or on from here. */
  private goOn(cueId: string | null): void {
    this.say(null);
    const next = this.pending.filter(cue => cue.waits);
    if (next.length > 0) {
      this.meet(next);
      return;
    }
    const cue = cuesOf(this.stage).find(one => one.id === cueId);
    const turn = cue?.turn ?? null;
    if (cue?.turnScene) {
      this.report();
      this.root.dispatchEvent(
        cue.decides
          ? new CustomEvent("slate:event", { detail: { act: "choose", spot: cue.id, fields: {} } })
          : new CustomEvent("slate:go", { detail: cue.turnScene }),
      );
      return;
    }
    if (turn !== null) {
      this.video.currentTime = turn;
      this.before = turn - 0.001;
    }
    void this.video.play().catch(() => undefined);
  }

  /** At the end: everything that was asked by its name, how it stands, and what is still open. */
  private finish(): void {
    const place = this.root.querySelector<HTMLElement>(`#list-${CSS.escape(this.video.dataset.scene!)} [data-at-end]`);
    if (place && !this.open) {
      place.hidden = false;
      place.closest("nav")!.scrollIntoView({ block: "center" });
      place.focus({ preventScroll: true });
    }
  }

  /** Puts what was just watched on record. */
  private report(): void {
    const to = Math.min(this.video.currentTime, this.lasts || this.video.currentTime);
    if (this.from !== null && to - this.from >= Shortest) {
      const stretch = { from: this.from, to };
      this.watched = joined([...this.watched, stretch]);
      this.root.dispatchEvent(
        new CustomEvent("slate:event", {
          detail: {
            act: "watch",
            spot: this.video.dataset.scene,
            fields: { from: stretch.from.toFixed(3), to: stretch.to.toFixed(3) },
          },
        }),
      );
    }
    this.from = null;
  }

  private watchedNow(): Stretch[] {
    const now = this.video.currentTime;
    return this.from !== null && now > this.from ? joined([...this.watched, { from: this.from, to: now }]) : this.watched;
  }

  private say(words: string | null, heard = false): void {
    const place = this.tools.querySelector<HTMLElement>("[data-video-said]")!;
    place.textContent = words ?? "";
    place.hidden = words === null;
    place.classList.toggle("sr-only", heard);
  }

  private show(): void {
    const { video, tools } = this;
    this.showSigns();
    this.captions.at(video.currentTime);
    showSides(this.stage, tools);
    const button = tools.querySelector<HTMLElement>("[data-video-do=play]")!;
    button.setAttribute("aria-label", saidIn(tools, video.paused ? "playVideo" : "pauseVideo"));
    const [play, pause] = button.querySelectorAll("span");
    play?.toggleAttribute("hidden", !video.paused);
    pause?.toggleAttribute("hidden", video.paused);
    if (this.lasts > 0) {
      this.slider.max = String(this.lasts);
    }
    this.slider.value = String(video.currentTime);
    const time = `${clockOf(video.currentTime)} / ${clockOf(this.lasts || 0)}`;
    const place = tools.querySelector<HTMLElement>("[data-video-time]")!;
    if (place.textContent !== time) {
      place.textContent = time;
      this.slider.setAttribute("aria-valuetext", time);
      this.marks();
      this.line();
    }
  }

  /** What was watched and where something waits, along the moments. */
  private marks(): void {
    const place = this.tools.querySelector<HTMLElement>("[data-video-marks]")!;
    const share = (moment: number): string => `${Math.min(100, (moment / (this.lasts || 1)) * 100)}%`;
    place.replaceChildren(
      ...this.watchedNow().map(stretch =>
        mark("absolute top-1 h-1 rounded bg-bergamot", share(stretch.from), share(stretch.to - stretch.from)),
      ),
      ...cuesOf(this.stage).map(cue =>
        mark(`absolute top-0 size-2 rotate-45 -translate-x-1/2 ${cue.done ? "bg-on-slate-soft" : "bg-zest"}`, share(cue.from)),
      ),
    );
  }

  /** The transcript of the chosen language: its lines lead to their moments. */
  private lines(): void {
    const list = this.tools.querySelector<HTMLElement>("[data-video-lines]");
    const wanted = this.tools.querySelector<HTMLInputElement>("input[type=search]")?.value.trim().toLowerCase() ?? "";
    list?.replaceChildren(
      ...this.captions.lines
        .filter(cue => plain(cue).toLowerCase().includes(wanted))
        .map(cue => {
          const [row, button, time] = [document.createElement("li"), document.createElement("button"), document.createElement("span")];
          button.type = "button";
          button.className = "flex w-full gap-3 rounded-slate px-2 py-1 text-start hover:bg-slate aria-[current]:bg-slate";
          button.dataset.lineAt = String(cue.startTime);
          button.dataset.lineTo = String(cue.endTime);
          time.className = "tabular-nums text-on-slate-soft";
          time.textContent = clockOf(cue.startTime);
          button.append(time, plain(cue));
          row.append(button);
          return row;
        }),
    );
    this.line();
  }

  private line(): void {
    const now = this.video.currentTime;
    for (const line of this.tools.querySelectorAll<HTMLElement>("[data-line-at]")) {
      const here = now >= Number(line.dataset.lineAt) && now < Number(line.dataset.lineTo);
      if (here !== line.hasAttribute("aria-current")) {
        line.toggleAttribute("aria-current", here);
        if (here && line.closest("details")?.open) {
          const list = line.closest("ol")!;
          list.scrollTop = line.offsetTop - list.offsetTop - list.clientHeight / 2;
        }
      }
    }
  }
}

function mark(classes: string, left: string, width?: string): HTMLElement {
  const one = document.createElement("span");
  one.className = classes;
  one.style.left = left;
  if (width) {
    one.style.width = width;
  }
  return one;
}
