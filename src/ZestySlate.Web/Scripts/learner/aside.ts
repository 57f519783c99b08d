import { saidIn } from "./said";
import type { Waiting } from "./outbox";

/** Shows what the server would not keep, with its words to copy, until the learner has seen to it; a module of its own, as it is seldom needed.
 * @param why What the server said of it.
 * @param seenTo Told when it is to be sent again, or is not needed.
 */
export function showAside(root: HTMLElement, event: Waiting, why: string, seenTo: (again: boolean) => void): void {
  const list = root.querySelector<HTMLElement>("#set-aside");
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
  const button = (words: string, press: () => void): HTMLButtonElement => {
    const made = Object.assign(document.createElement("button"), {
      type: "button",
      className: "button button-quiet",
      textContent: saidIn(root, words),
    });
    made.addEventListener("click", press);
    return made;
  };
  const done = (again: boolean): void => {
    note.remove();
    seenTo(again);
  };
  note.append(Object.assign(document.createElement("p"), { textContent: saidIn(root, "notKept", why) }));
  const words = saidOf(event);
  if (words !== "") {
    const text = Object.assign(document.createElement("textarea"), {
      value: words,
      readOnly: true,
      rows: Math.min(6, words.split("\n").length + 1),
      className: "w-full",
    });
    text.setAttribute("aria-label", saidIn(root, "notKeptWords"));
    text.addEventListener("focus", () => text.select());
    const copy = (): void => {
      text.select();
      void navigator.clipboard?.writeText(words);
    };
    note.append(text, button("copyWords", copy));
  }
  note.append(
    button("sendAgain", () => done(true)),
    button("notNeeded", () => done(false)),
  );
  list.append(note);
  list.hidden = false;
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
