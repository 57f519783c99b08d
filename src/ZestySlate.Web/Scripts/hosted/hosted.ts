import playerjs from "player.js";
import type { Film } from "../shared/film";

/** Between two reports of its player a film is taken to play on, at most so long, in seconds. */
const Guessed = 1.5;
/** A player that has not answered so long does not speak the protocol, in milliseconds. */
const Patience = 12_000;

/**
 * A video behind a player in a frame, with the members of a video element, so that all that works a video works it too. The player is driven
 * through the open protocol of messages between frames that the package player.js implements (its SPEC.rst, version 0.0.11).
 */
class HostedFilm extends HTMLElement implements Omit<Film, keyof HTMLElement> {
  private player!: playerjs.Player;
  private at = 0;
  /** When the player said so. */
  private since = performance.now();
  private lasts = NaN;
  private still = true;
  private there = false;
  readonly picture = null;
  readonly videoWidth = 0;
  readonly videoHeight = 0;
  readonly seeking = false;

  connectedCallback(): void {
    if (this.player) {
      return;
    }
    this.player = new playerjs.Player(this.frame());
    const late = setTimeout(() => this.tell("error"), Patience);
    this.player.on("ready", () => {
      clearTimeout(late);
      this.player.getDuration(lasts => this.known(lasts));
      this.player.on("timeupdate", told => {
        this.known(told.duration);
        // What it says of a moment that is not the one it was sent to is old.
        this.moved(told.seconds);
        this.tell("timeupdate");
      });
      this.player.on("play", () => this.stands(false, "play"));
      this.player.on("pause", () => this.stands(true, "pause"));
      this.player.on("ended", () => this.stands(true, "ended"));
      this.player.on("error", () => this.tell("error"));
    });
  }

  get currentTime(): number {
    const since = this.still ? 0 : Math.min(Guessed, (performance.now() - this.since) / 1000);
    return Math.min(this.at + since, Number.isFinite(this.lasts) ? this.lasts : Infinity);
  }

  set currentTime(moment: number) {
    this.moved(moment);
    this.player.setCurrentTime(moment);
    queueMicrotask(() => this.tell("seeked"));
  }

  get duration(): number {
    return this.lasts;
  }

  get paused(): boolean {
    return this.still;
  }

  get readyState(): number {
    return this.there ? HTMLMediaElement.HAVE_ENOUGH_DATA : HTMLMediaElement.HAVE_NOTHING;
  }

  /** The protocol has no word for it. */
  get playbackRate(): number {
    return 1;
  }

  /** The tracks stand in the page, whoever has the pictures. */
  get textTracks(): TextTrackList {
    return this.querySelector("video")!.textTracks;
  }

  play(): Promise<void> {
    this.player.play();
    return Promise.resolve();
  }

  /** Stands still at once here: what the player plays on until it hears of it counts for nothing. */
  pause(): void {
    this.at = this.currentTime;
    this.player.pause();
    this.stands(true, "pause");
  }

  /** The frame with the player, made only now, so that nothing that it says is missed. */
  private frame(): HTMLIFrameElement {
    const frame = document.createElement("iframe");
    frame.className = "absolute inset-0 size-full border-0";
    frame.title = this.ariaLabel ?? "";
    frame.setAttribute("sandbox", this.dataset.sandbox!);
    frame.allow = "autoplay; fullscreen";
    frame.referrerPolicy = "origin";
    frame.src = this.dataset.player!;
    this.querySelector("[data-by-script]")!.replaceChildren(frame);
    return frame;
  }

  private moved(moment: number): void {
    [this.at, this.since] = [moment, performance.now()];
  }

  private stands(still: boolean, type: string): void {
    if (this.still !== still || type === "ended") {
      this.at = this.currentTime;
      this.since = performance.now();
      this.still = still;
      this.tell(type);
    }
  }

  private known(lasts: number): void {
    if (lasts > 0 && !this.there) {
      [this.lasts, this.there] = [lasts, true];
      this.tell("loadedmetadata");
    }
  }

  private tell(type: string): void {
    this.dispatchEvent(new Event(type));
  }
}

customElements.define("hosted-film", HostedFilm);
