import type { Film } from "./film";

/** Shows what is said, in the chosen language and size, on the stage; the lines themselves are the browser's to read and to time. */
export class Captions {
  /** The lines of the chosen language; of the first while none is shown. */
  lines: VTTCue[] = [];
  private readonly place: HTMLElement | null;
  private readonly choice: HTMLSelectElement | null;
  private shown: VTTCue[] = [];
  private moment = 0;

  /**
   * @param video Whose tracks they are.
   * @param stage Has the place where they are shown.
   * @param tools Have the choice of the language and of the size.
   * @param changed Called when other lines are chosen, or have come.
   */
  constructor(
    private readonly video: Film,
    stage: HTMLElement,
    tools: HTMLElement,
    changed: () => void,
  ) {
    this.place = stage.querySelector("[data-video-caption]");
    this.choice = tools.querySelector("[data-video-captions]");
    this.choice?.addEventListener("change", () => {
      this.take();
      changed();
    });
    const size = tools.querySelector<HTMLSelectElement>("[data-video-caption-size]");
    size?.addEventListener("change", () => this.place?.style.setProperty("font-size", `${size.value}%`));
    for (const element of video.querySelectorAll("track")) {
      element.track.mode = "hidden";
      element.addEventListener("load", () => {
        this.take();
        changed();
      });
    }
    this.take();
  }

  private take(): void {
    this.lines = [...((this.chosen ?? this.video.textTracks[0])?.cues ?? [])] as VTTCue[];
    this.at(this.moment);
  }

  private get chosen(): TextTrack | undefined {
    return this.choice ? [...this.video.textTracks][Number(this.choice.value)] : undefined;
  }

  /** Shows what is said at a moment. */
  at(moment: number): void {
    this.moment = moment;
    const now = this.chosen ? this.lines.filter(cue => cue.startTime <= moment && moment < cue.endTime) : [];
    if (now.length === this.shown.length && now.every((cue, i) => cue === this.shown[i])) {
      return;
    }
    this.shown = now;
    this.place?.replaceChildren(...now.flatMap((cue, i) => [...(i > 0 ? [document.createElement("br")] : []), cue.getCueAsHTML()]));
    this.place?.toggleAttribute("hidden", now.length === 0);
  }
}

/** The words of a caption, without its marks of voices and styles. */
export const plain = (cue: VTTCue): string => cue.getCueAsHTML().textContent?.replace(/\s+/g, " ").trim() ?? "";
