import { morph } from "../shared/morph";
import { isInHand, isKept, isOwn, placeSigns, showLocalTimes, typing } from "../shared/place";
import { focusAfter, focusAfterCode, speakAfter } from "./focus";
import { isSpoken } from "./said";
import type { Waiting } from "./outbox";
import type { LearnerParts } from "./parts";

/** After these the verdict, or what is asked for next, is in hand. */
const MarkingActs = new Set(["begin", "mark", "vote", "again", "hint", "see", "step"]);

/** What the server says of the view, put on the page without taking anything out of the learner's hands. */
export class Arrivals {
  constructor(private parts: () => LearnerParts) {}

  /** The reply to an event: nothing, pieces that changed, or the whole view. */
  async delivered(sent: Waiting, reply: Response): Promise<void> {
    const { root, answers, connection, touched } = this.parts();
    const ask = root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(sent.spot)}"]`);
    if (!answers.waits(sent.spot)) {
      ask?.removeAttribute("data-pending");
    }
    const text = await reply.text();
    if (!reply.ok) {
      connection.say(text);
      return;
    }
    const answered = sent.act === "answer" ? root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(sent.spot)}"]`) : null;
    if (answered) {
      touched.taken(answered, new URLSearchParams(sent.body));
    }
    if (reply.headers.get("X-Slate-Reload")) {
      await this.refresh(false);
      root.querySelector<HTMLElement>("#result")?.focus();
    } else if (reply.status === 204) {
      await this.catchUp(reply);
    } else if (reply.headers.get("X-Slate-Whole")) {
      this.whole(sent, reply, text);
    } else {
      await this.pieces(sent, reply, text);
    }
  }

  /** Brings the page up to date. */
  async refresh(arriving = true): Promise<void> {
    const { root, host } = this.parts();
    const before = root.dataset.scene;
    const reply = await fetch(host.page(), { headers: { "X-Slate-Script": "1" } });
    if (!reply.ok) {
      return;
    }
    this.bring(await reply.text());
    if (arriving && root.dataset.scene !== before) {
      this.arrive();
    }
  }

  /** Asks whether a newer edition is out, whether somebody is at the door, and what is left of the time. */
  async look(): Promise<void> {
    const { root, clock } = this.parts();
    try {
      const reply = await fetch(root.dataset.events!, { headers: { "X-Slate-Script": "1" } });
      const edition = reply.headers.get("X-Slate-Edition");
      const remaining = reply.headers.get("X-Slate-Remaining");
      document.querySelector("[data-door]")?.toggleAttribute("hidden", !reply.headers.has("X-Slate-Door"));
      if (reply.ok && edition && edition !== root.dataset.edition) {
        await this.refresh();
      } else if (reply.ok && remaining) {
        clock.set(remaining);
      }
    } catch {
      /* looked for again later */
    }
  }

  private async catchUp(reply: Response): Promise<void> {
    if (reply.headers.get("X-Slate-Edition") !== this.parts().root.dataset.edition) {
      await this.refresh();
    }
  }

  private whole(sent: Waiting, reply: Response, text: string): void {
    const { root, connection, panels } = this.parts();
    const before = root.dataset.scene;
    this.bring(text);
    connection.say(wordsIn(reply, "X-Slate-Refusal") ?? wordsIn(reply, "X-Slate-Said"));
    speakAfter(root, sent, wordsIn(reply, "X-Slate-Spoken"));
    if (root.dataset.scene !== before) {
      this.arrive();
    } else if (sent.act === "code") {
      focusAfterCode(root, panels, sent);
    } else if (sent.act === "choose") {
      root.querySelector<HTMLElement>("#said-on-the-way")?.focus();
    } else if (MarkingActs.has(sent.act)) {
      focusAfter(root, sent);
    }
  }

  private async pieces(sent: Waiting, reply: Response, text: string): Promise<void> {
    const { root, connection, clock } = this.parts();
    const pieces = new DOMParser().parseFromString(text, "text/html").body.firstElementChild as HTMLElement;
    for (const piece of [...pieces.children] as HTMLElement[]) {
      const old = piece.id
        ? document.getElementById(piece.id)
        : root.querySelector(`[data-sign="${CSS.escape(piece.dataset.sign ?? "")}"]`);
      if (old) {
        morph(old, piece, {
          callbacks: {
            beforeNodeMorphed: node => !isSpoken(node),
            beforeNodeRemoved: node => !(node instanceof Element && node.matches(".panorama-canvas, .panorama-tools")),
            beforeAttributeUpdated: (name, node) =>
              name !== "open" && !(node instanceof HTMLElement && (node.matches(".stage") || node.dataset.keep) && isKept(name, node)),
          },
        });
      }
    }
    this.settle();
    clock.set(pieces.dataset.remaining);
    connection.say(pieces.dataset.refusal || null);
    speakAfter(root, sent, wordsIn(reply, "X-Slate-Spoken"));
    if (MarkingActs.has(sent.act)) {
      focusAfter(root, sent);
    }
    await this.catchUp(reply);
  }

  /** Puts a newer view in the place of this one. Another scene is put there anew; the same one is changed where it differs. */
  private bring(text: string): void {
    const { root, clock } = this.parts();
    const next = new DOMParser().parseFromString(text, "text/html").querySelector<HTMLElement>("#learn");
    if (!next) {
      return;
    }
    if (next.dataset.scene !== root.dataset.scene) {
      root.querySelectorAll(".scene").forEach(scene => scene.remove());
    }
    morph(root, next, {
      ignoreActiveValue: typing(),
      callbacks: {
        beforeNodeMorphed: node => !isInHand(node) && !isSpoken(node),
        beforeAttributeUpdated: (name, node) => !isKept(name, node) && !["aria-pressed", "data-signs", "open"].includes(name),
        beforeNodeRemoved: node => !isOwn(node),
      },
    });
    this.settle();
    showLocalTimes(root);
    clock.set(next.dataset.remaining);
  }

  /** What was just put on the page is woken. */
  private settle(): void {
    const { root, families, touched, wake } = this.parts();
    placeSigns(root);
    wake();
    families.settle();
    touched.learn(root);
  }

  private arrive(): void {
    const { root, stage } = this.parts();
    stage.arrive();
    root.querySelector<HTMLDetailsElement>("#scene-menu")?.removeAttribute("open");
    root.querySelector<HTMLElement>("#scene-title")?.focus({ preventScroll: true });
    root.scrollIntoView({ block: "start" });
  }
}

/** Words that came in a header, which carries no letters but plain ones. */
function wordsIn(reply: Response, header: string): string | null {
  const words = reply.headers.get(header);
  return words ? decodeURIComponent(words) : null;
}
