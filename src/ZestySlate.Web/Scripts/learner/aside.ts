import { saidIn } from "./said";
import type { Waiting } from "./outbox";

/** Shows what the server would not keep, with its words to copy, until the learner has seen to it. */
export class Aside {
  constructor(
    private root: HTMLElement,
    private again: (event: Waiting) => void,
    private done: (event: Waiting) => void,
  ) {}

  /** @param why What the server said of it. */
  show(event: Waiting, why: string): void {
    const list = this.root.querySelector<HTMLElement>("#set-aside");
    if (!list) {
      return;
    }
    const about = `${event.act} ${event.spot}`;
    for (const other of [...list.children]) {
      if ((other as HTMLElement).dataset.about === about && event.act === "answer") {
        other.remove();
      }
    }
    const note = document.createElement("div");
    note.dataset.about = about;
    note.className = "problem flex flex-wrap items-center gap-2";
    const words = saidOf(event);
    const line = Object.assign(document.createElement("p"), { textContent: saidIn(this.root, "notKept", why) });
    note.append(line);
    if (words !== "") {
      const text = Object.assign(document.createElement("textarea"), {
        value: words,
        readOnly: true,
        rows: Math.min(6, words.split("\n").length + 1),
        className: "w-full",
      });
      text.setAttribute("aria-label", saidIn(this.root, "notKeptWords"));
      text.addEventListener("focus", () => text.select());
      note.append(
        text,
        this.button("copyWords", () => {
          text.select();
          void navigator.clipboard?.writeText(words);
        }),
      );
    }
    note.append(
      this.button("sendAgain", () => {
        note.remove();
        this.again(event);
      }),
      this.button("notNeeded", () => {
        note.remove();
        this.done(event);
      }),
    );
    list.append(note);
    list.hidden = false;
  }

  private button(words: string, press: () => void): HTMLButtonElement {
    const button = Object.assign(document.createElement("button"), {
      type: "button",
      className: "button button-quiet",
      textContent: saidIn(this.root, words),
    });
    button.addEventListener("click", press);
    return button;
  }
}

/** What somebody typed or chose in an event, as text. */
function saidOf(event: Waiting): string {
  return [...new URLSearchParams(event.body)]
    .filter(
      ([name, value]) => !["spot", "act", "event", "touched", "proof", "put", "gone", "part", "move"].includes(name) && value.trim() !== "",
    )
    .map(([, value]) => value)
    .join("\n");
}
