import { ask } from "../shared/ask";
import { startLearner } from "../learner/learn";
import { morph } from "../shared/morph";
import { isInHand, isKept, isOwn, placeSigns } from "../shared/place";
import type { Rooms } from "./rooms";

/** Turns the stage into the learner's view where it stands, and back. The details stay, so that a word can be mended meanwhile. */
export class Trial {
  on = false;
  private learner: { stop: () => void } | null = null;

  constructor(private rooms: Rooms) {
    rooms.redrawn.push(() => {
      if (this.on) {
        this.label();
        void this.refresh();
      }
    });
    // Back leads out of the trial, not out of the workbench.
    window.addEventListener("popstate", () => {
      if (this.on) {
        void this.leave();
      }
    });
    if (isTrial()) {
      history.replaceState(null, "");
    }
    document.addEventListener("submit", event => {
      const form = event.target as HTMLFormElement;
      if (form.matches("form[data-as-if]")) {
        event.preventDefault();
        this.learner?.stop();
        void this.begin(new FormData(form));
      }
    });
  }

  async toggle(): Promise<void> {
    if (!this.on) {
      await this.begin();
      return;
    }
    await this.leave();
    if (isTrial()) {
      history.back();
    }
  }

  /** Begins in the scene on the stage, with what is in hand. */
  private async begin(asIf?: FormData): Promise<void> {
    await this.rooms.settle();
    const proof = { "X-Slate-Proof": this.rooms.body.dataset.proof! };
    const reply = await ask(
      "trial",
      `${this.rooms.address}/trial?at=${encodeURIComponent(this.rooms.at)}&selected=${encodeURIComponent(this.rooms.one)}`,
      { method: "POST", headers: proof, body: asIf },
    );
    if (!reply?.ok) {
      this.rooms.toast("The trial did not begin. Try once more.");
      return;
    }
    if (!asIf) {
      history.pushState({ trial: true }, "");
    }
    // What has a course in time is tried from the moment that is shown.
    const moment = document.querySelector<HTMLElement>("#room-stage .stage")?.dataset.moment;
    this.on = this.rooms.keepStage = true;
    document.body.classList.add("in-trial");
    const stage = document.getElementById("room-stage")!;
    stage.innerHTML = reply.text;
    const timed = stage.querySelector<HTMLElement>("[data-left-at]");
    if (timed && moment) {
      timed.dataset.leftAt = moment;
    }
    stage.dataset.mode = "trial";
    this.learner = startLearner(stage.querySelector<HTMLElement>("[data-learn]")!, {
      page: () => `${this.rooms.address}/trial`,
      watchEditions: false,
      opened: spot => void this.rooms.select(spot),
    });
    this.label();
    stage
      .querySelector<HTMLElement>(
        "a[data-sign], [data-go] button, form[data-ask] :is(input:not([type=hidden]), select, [data-word], [data-move])",
      )
      ?.focus({ preventScroll: true });
    stage.querySelector(".scene-frame")?.closest(".scene")!.scrollIntoView();
  }

  private async leave(): Promise<void> {
    this.learner?.stop();
    this.on = this.rooms.keepStage = false;
    document.body.classList.remove("in-trial");
    document.getElementById("room-stage")!.replaceChildren();
    await this.rooms.fetch();
    this.label();
  }

  /** The draft changed during the trial: its words reach the trial. */
  private async refresh(): Promise<void> {
    const root = document.querySelector("#room-stage [data-learn]");
    const reply = await ask("trial", `${this.rooms.address}/trial`);
    if (!root || !reply?.ok || !this.on) {
      return;
    }
    const next = new DOMParser().parseFromString(reply.text, "text/html").querySelector("#learn");
    if (next) {
      morph(root, next, {
        callbacks: {
          beforeNodeMorphed: node => !isInHand(node),
          beforeAttributeUpdated: (name, node) => !isKept(name, node),
          beforeNodeRemoved: node => !isOwn(node),
        },
      });
      placeSigns(root as HTMLElement);
    }
  }

  private label(): void {
    const words = document.querySelector("[data-try-words]");
    if (words) {
      words.textContent = this.on ? "Back to building" : "Try it";
    }
  }
}

/** True where the browser's history stands at a trial. */
const isTrial = (): boolean => (history.state as { trial?: boolean } | null)?.trial === true;
