/** What the learner's stage does besides its panels: sound, full screen, signs on asking, turning pages. */
export class StageSwitches {
  private ambient: HTMLAudioElement | null = null;
  private voice: HTMLAudioElement | null = null;

  constructor(private root: HTMLElement) {
    this.arrive();
  }

  /** Called when another scene is shown: its sound goes on if the learner wants sound. */
  arrive(): void {
    this.ambient?.pause();
    this.ambient = null;
    const button = this.root.querySelector<HTMLButtonElement>("[data-ambient]");
    if (button && wantsSound()) {
      this.play(button);
    }
    const stage = this.root.querySelector(".stage.signs-on-asking");
    if (stage && this.root.dataset.signs === "shown") {
      this.showSigns(true);
    }
  }

  /** Does what a pressed button asks; true when it was one of these. */
  press(target: HTMLElement): boolean {
    const button = target.closest<HTMLElement>("[data-ambient], [data-full-screen], [data-show-signs], [data-play], [data-turn]");
    if (!button) {
      return false;
    }
    if (button.dataset.ambient) {
      this.toggleAmbient(button as HTMLButtonElement);
    } else if (button.dataset.play) {
      this.speak(button.dataset.play);
    } else if (button.dataset.turn) {
      turnPage(button);
    } else if (button.hasAttribute("data-full-screen")) {
      this.fullScreen();
    } else {
      this.showSigns(button.getAttribute("aria-pressed") !== "true");
    }
    return true;
  }

  showSigns(show: boolean): void {
    this.root.dataset.signs = show ? "shown" : "";
    this.root.querySelector("[data-show-signs]")?.setAttribute("aria-pressed", String(show));
    this.root.querySelector(".stage.signs-on-asking")?.classList.toggle("signs-shown", show);
  }

  fullScreen(): void {
    if (document.fullscreenElement) {
      void document.exitFullscreen();
    } else {
      // A page fills the screen with its way on; a picture does alone.
      const scene = this.root.querySelector<HTMLElement>(".scene");
      void (scene?.matches(".scene-page") ? this.root : scene)?.requestFullscreen?.().catch(() => {
        /* refused inside a frame */
      });
    }
  }

  /** Plays one short sound; another that speaks is cut off. */
  speak(address: string): void {
    this.voice?.pause();
    this.voice = new Audio(address);
    void this.voice.play().catch(() => {
      /* no sound device, or not allowed before a press */
    });
  }

  stop(): void {
    this.ambient?.pause();
    this.voice?.pause();
  }

  private toggleAmbient(button: HTMLButtonElement): void {
    const on = button.getAttribute("aria-pressed") !== "true";
    keepSound(on);
    if (on) {
      this.play(button);
    } else {
      this.ambient?.pause();
      button.setAttribute("aria-pressed", "false");
    }
  }

  private play(button: HTMLButtonElement): void {
    this.ambient = new Audio(button.dataset.ambient!);
    this.ambient.loop = true;
    this.ambient.volume = 0.5;
    void this.ambient.play().then(
      () => button.setAttribute("aria-pressed", "true"),
      () => button.setAttribute("aria-pressed", "false"),
    );
  }
}

function turnPage(button: HTMLElement): void {
  const pages = button.closest(".page-turns")?.previousElementSibling;
  const page = pages?.querySelector<HTMLElement>("figure");
  if (pages instanceof HTMLElement && page) {
    pages.scrollBy({ left: page.offsetWidth * Number(button.dataset.turn) * (getComputedStyle(pages).direction === "rtl" ? -1 : 1) });
  }
}

function wantsSound(): boolean {
  try {
    return localStorage.getItem("zesty-slate sound") === "on";
  } catch {
    return false;
  }
}

function keepSound(on: boolean): void {
  try {
    localStorage.setItem("zesty-slate sound", on ? "on" : "off");
  } catch {
    /* kept for this page only */
  }
}
