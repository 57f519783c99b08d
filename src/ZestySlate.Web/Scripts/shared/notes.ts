/**
 * Comments on spots of an answer, made on the answer itself: on words that are selected, on a point that is pressed, at the time
 * where a recording stands. The answer is drawn anew whenever what was typed is kept, so it is listened to from outside.
 */
export function takeNotes(form: HTMLFormElement): void {
  const kind = form.dataset.reviewForm!;
  const row = form.closest<HTMLElement>("[data-review-row]")!;
  const list = form.querySelector("[data-notes]");
  const changed = (): boolean => form.dispatchEvent(new Event("change", { bubbles: true }));
  form.addEventListener("click", event => {
    const phrase = (event.target as HTMLElement).closest<HTMLElement>("[data-phrase]")?.dataset.phrase;
    if (phrase === undefined) {
      return;
    }
    const comment = form.querySelector<HTMLTextAreaElement>("textarea[name=comment]")!;
    comment.value = comment.value.trim() === "" ? phrase : `${comment.value.trimEnd()} ${phrase}`;
    comment.focus();
    changed();
  });
  form.addEventListener("input", () => {
    form.querySelector("[data-kept]")?.replaceChildren();
  });
  form.addEventListener("keydown", event => {
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      const forms = [...document.querySelectorAll<HTMLElement>(".review-form")];
      forms[forms.indexOf(form) + 1]?.querySelector<HTMLElement>("input:not([type=hidden]), textarea")?.focus();
    }
  });
  if (!list) {
    return;
  }

  const text = (): HTMLElement | null => row.querySelector("[data-note-text]");
  const boards = (): HTMLElement[] => [...row.querySelectorAll<HTMLElement>("[data-note-board]")];
  const player = (): HTMLMediaElement | null => row.querySelector("[data-review-answer] :is(audio, video)");

  /** Says in each comment what it is about, and puts its number where that is. */
  function about(): void {
    const pins = new Map<string, string[]>();
    for (const [i, entry] of [...list!.children].entries()) {
      const anchor = entry.querySelector<HTMLInputElement>("[name=note-anchor]")!;
      const said = entry.querySelector<HTMLElement>("[data-about]")!;
      const [, a, b, file] = anchor.value.split(" ") as [string, string, string, string | undefined];
      if (kind === "words") {
        said.textContent = `“${textOf(text()!).slice(Number(a), Number(b))}”`;
      } else if (kind === "time") {
        said.replaceChildren(playFrom(Number(a)));
      } else {
        const pin = `<svg x="${Number(a) * 100}%" y="${Number(b) * 100}%" overflow="visible"><circle r="12"/><text dy="5">${i + 1}</text></svg>`;
        pins.set(file ?? "", [...(pins.get(file ?? "") ?? []), pin]);
      }
      if (!entry.querySelector("[data-drop-note]")) {
        entry.append(dropOf(entry));
      }
    }
    for (const board of boards()) {
      const layer = board.querySelector(".note-pins");
      if (layer) {
        layer.innerHTML = (pins.get(board.dataset.noteBoard!) ?? []).join("");
      }
    }
  }

  function dropOf(entry: Element): HTMLButtonElement {
    const drop = Object.assign(document.createElement("button"), { type: "button", className: "button button-quiet", title: "Remove it" });
    drop.innerHTML = `<svg class="symbol" aria-hidden="true"><use href="/dist/play.svg#x"/></svg><span class="sr-only">Remove this comment</span>`;
    drop.dataset.dropNote = "";
    drop.addEventListener("click", () => {
      entry.remove();
      about();
      changed();
      form.querySelector<HTMLElement>("textarea[name=comment]")!.focus();
    });
    return drop;
  }

  function playFrom(seconds: number): HTMLButtonElement {
    const clock = `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;
    const play = Object.assign(document.createElement("button"), { type: "button", className: "button button-quiet", textContent: clock });
    play.title = "Hear it from here";
    play.addEventListener("click", () => {
      const sound = player();
      if (sound) {
        sound.currentTime = seconds;
        void sound.play();
      }
    });
    return play;
  }

  function add(anchor: string): void {
    const entry = document.createElement("li");
    entry.innerHTML =
      `<input type="hidden" name="note-anchor"><span data-about></span> ` +
      `<textarea name="note-text" rows="1" dir="auto" aria-label="Comment" maxlength="4000"></textarea>`;
    entry.querySelector<HTMLInputElement>("input")!.value = anchor;
    list!.append(entry);
    about();
    entry.querySelector<HTMLTextAreaElement>("textarea")!.focus();
  }

  // Arrow keys with Alt move the point that is in hand.
  list.addEventListener("keydown", pressed => {
    const event = pressed as KeyboardEvent;
    const step = { ArrowLeft: [-0.02, 0], ArrowRight: [0.02, 0], ArrowUp: [0, -0.02], ArrowDown: [0, 0.02] }[event.key];
    const input = (event.target as HTMLElement).closest("li")?.querySelector<HTMLInputElement>("[name=note-anchor]");
    if (kind !== "point" || !event.altKey || !step || !input) {
      return;
    }
    event.preventDefault();
    const [, x, y, file] = input.value.split(" ") as [string, string, string, string | undefined];
    const inside = (value: number): string => Math.min(1, Math.max(0, value)).toFixed(3);
    input.value = `point ${inside(Number(x) + step[0]!)} ${inside(Number(y) + step[1]!)} ${file ?? ""}`.trimEnd();
    about();
    changed();
  });
  form.querySelector("[data-add-note]")?.addEventListener("click", () => {
    add(
      kind === "time"
        ? `time ${(player()?.currentTime ?? 0).toFixed(1)}`
        : `point 0.5 0.5 ${boards()[0]?.dataset.noteBoard ?? ""}`.trimEnd(),
    );
  });
  if (kind === "point") {
    row.addEventListener("click", event => {
      const board = (event.target as HTMLElement).closest<HTMLElement>("[data-note-board]");
      if (!board || (event.target as HTMLElement).closest("form[data-review-form]")) {
        return;
      }
      event.preventDefault();
      const box = board.getBoundingClientRect();
      const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
      add(`point ${x.toFixed(4)} ${y.toFixed(4)} ${board.dataset.noteBoard!}`.trimEnd());
    });
  }
  if (kind === "words") {
    takeSelections(row, text, (from, to) => {
      add(`words ${from} ${to}`);
    });
  }
  row.addEventListener("htmx:afterSettle", about);
  about();
}

/** The text of an answer without the numbers of ideas and comments that stand in it. */
function textOf(text: HTMLElement): string {
  return wordsOf(text)
    .map(node => node.data)
    .join("");
}

function wordsOf(text: HTMLElement): Text[] {
  const walk = document.createTreeWalker(text, NodeFilter.SHOW_TEXT);
  const found: Text[] = [];
  while (walk.nextNode()) {
    if (!walk.currentNode.parentElement!.closest("sup")) {
      found.push(walk.currentNode as Text);
    }
  }
  return found;
}

/** Where in the text, in UTF-16 units, a place of the page is. */
function placeIn(text: HTMLElement, node: Node, offset: number): number {
  const before = document.createRange();
  before.setStart(text, 0);
  before.setEnd(node, offset);
  return wordsOf(text).reduce(
    (sum, words) => sum + (words === node ? Math.min(offset, words.length) : before.comparePoint(words, 0) > 0 ? 0 : words.length),
    0,
  );
}

/** Words that are selected in a text can be commented on: by the button that then stands below them, or by Enter. */
function takeSelections(row: HTMLElement, text: () => HTMLElement | null, comment: (from: number, to: number) => void): void {
  const button = Object.assign(document.createElement("button"), {
    type: "button",
    className: "button button-main absolute z-10",
    textContent: "Comment",
    hidden: true,
  });
  row.classList.add("relative");
  row.append(button);
  const selected = (): Range | null => {
    const selection = getSelection();
    const range = selection?.rangeCount ? selection.getRangeAt(0) : null;
    return range && !range.collapsed && text()?.contains(range.commonAncestorContainer) ? range : null;
  };
  const take = (): void => {
    const range = selected();
    if (!range) {
      return;
    }
    const whole = textOf(text()!);
    let [from, to] = [placeIn(text()!, range.startContainer, range.startOffset), placeIn(text()!, range.endContainer, range.endOffset)];
    // A double press takes the space behind a word along.
    to -= whole.slice(from, to).length - whole.slice(from, to).trimEnd().length;
    from += whole.slice(from, to).length - whole.slice(from, to).trimStart().length;
    button.hidden = true;
    getSelection()!.removeAllRanges();
    if (to > from) {
      comment(from, to);
    }
  };
  document.addEventListener("selectionchange", () => {
    const range = selected();
    button.hidden = !range;
    if (range) {
      const [of, at] = [row.getBoundingClientRect(), range.getBoundingClientRect()];
      button.style.insetInlineStart = `${Math.max(0, Math.min(at.left - of.left, of.width - 120))}px`;
      button.style.top = `${at.bottom - of.top + 6}px`;
    }
  });
  // The press would take the selection away before it is read.
  button.addEventListener("pointerdown", event => {
    event.preventDefault();
  });
  button.addEventListener("click", take);
  const prepare = (): void => {
    const area = text();
    if (!area || area.isContentEditable) {
      return;
    }
    // It takes a caret, so that words can be selected by keys too; nothing can be changed in it.
    area.contentEditable = "true";
    area.spellcheck = false;
    for (const [name, value] of [
      ["role", "textbox"],
      ["aria-readonly", "true"],
      ["aria-multiline", "true"],
      ["aria-label", "The text; select what you want to comment on"],
    ] as const) {
      area.setAttribute(name, value);
    }
    area.dataset.keep = "contenteditable spellcheck role aria-readonly aria-multiline aria-label";
    area.addEventListener("beforeinput", event => {
      event.preventDefault();
    });
    area.addEventListener("keydown", event => {
      if (event.key === "Enter") {
        event.preventDefault();
        take();
      }
    });
  };
  row.addEventListener("htmx:afterSettle", prepare);
  prepare();
}
