/** Comments on spots of an answer: on marked words, on a pressed point, at the time where a recording stands. */
export function takeNotes(form: HTMLFormElement): void {
  const spots = form.querySelector<HTMLElement>("[data-spots]");
  const list = spots?.querySelector("ol");
  for (const button of form.querySelectorAll<HTMLButtonElement>("[data-phrase]")) {
    button.addEventListener("click", () => {
      const comment = form.querySelector<HTMLTextAreaElement>("textarea[name=comment]")!;
      comment.value = comment.value.trim() === "" ? button.dataset.phrase! : `${comment.value.trimEnd()} ${button.dataset.phrase!}`;
      comment.focus();
    });
  }
  if (!spots || !list) {
    return;
  }
  const kind = spots.dataset.spots!;
  const source = spots.querySelector<HTMLTextAreaElement>("[data-source]");
  const board = spots.querySelector<HTMLElement>("[data-board]");
  const text = spots.dataset.spotText ?? "";
  const player = (): HTMLMediaElement | null => form.parentElement!.querySelector("audio, video");
  const clock = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;

  /** Says in each comment what it is about. */
  function about(): void {
    const pins: string[] = [];
    for (const [i, entry] of [...list!.children].entries()) {
      const anchor = entry.querySelector<HTMLInputElement>("[name=note-anchor]")!;
      const said = entry.querySelector<HTMLElement>("[data-about]")!;
      const [, a, b] = anchor.value.split(" ").map(Number) as [number, number, number];
      if (kind === "words") {
        said.textContent = `“${text.slice(a, b)}”`;
      } else if (kind === "time") {
        said.textContent = clock(a);
      } else {
        said.textContent = `${Math.round(a * 100)} % across, ${Math.round(b * 100)} % down`;
        pins.push(`<svg x="${a * 100}%" y="${b * 100}%" overflow="visible"><circle r="12"/><text dy="5">${i + 1}</text></svg>`);
      }
      if (!entry.querySelector("[data-drop-note]")) {
        const drop = document.createElement("button");
        drop.type = "button";
        drop.className = "button button-quiet";
        drop.dataset.dropNote = "";
        drop.textContent = "Take away";
        drop.addEventListener("click", () => {
          entry.remove();
          about();
        });
        entry.append(drop);
      }
    }
    const layer = board?.querySelector("[data-pins]");
    if (layer) {
      layer.innerHTML = pins.join("");
    }
  }

  function add(anchor: string): void {
    const entry = document.createElement("li");
    entry.innerHTML =
      `<input type="hidden" name="note-anchor"><span class="note-about" data-about></span> ` +
      `<textarea name="note-text" rows="1" dir="auto" aria-label="Comment" maxlength="4000"></textarea>`;
    entry.querySelector<HTMLInputElement>("input")!.value = anchor;
    list!.append(entry);
    about();
    const field = entry.querySelector<HTMLTextAreaElement>("textarea")!;
    field.focus();
    if (kind === "point") {
      // Arrow keys with Alt move the point that is in hand.
      field.addEventListener("keydown", event => {
        const step = { ArrowLeft: [-0.02, 0], ArrowRight: [0.02, 0], ArrowUp: [0, -0.02], ArrowDown: [0, 0.02] }[event.key];
        if (!event.altKey || !step) {
          return;
        }
        event.preventDefault();
        const input = entry.querySelector<HTMLInputElement>("input")!;
        const [, x, y] = input.value.split(" ").map(Number) as [number, number, number];
        const inside = (value: number): string => Math.min(1, Math.max(0, value)).toFixed(3);
        input.value = `point ${inside(x + step[0]!)} ${inside(y + step[1]!)}`;
        about();
      });
    }
  }

  spots.querySelector("[data-add-note]")?.addEventListener("click", () => {
    if (kind === "words" && source) {
      const [from, to] = [source.selectionStart, source.selectionEnd];
      if (to > from) {
        add(`words ${from} ${to}`);
      } else {
        source.focus();
      }
    } else if (kind === "point") {
      add("point 0.5 0.5");
    } else {
      add(`time ${(player()?.currentTime ?? 0).toFixed(1)}`);
    }
  });
  board?.addEventListener("click", event => {
    const box = board.querySelector("img")!.getBoundingClientRect();
    add(`point ${((event.clientX - box.left) / box.width).toFixed(4)} ${((event.clientY - box.top) / box.height).toFixed(4)}`);
  });
  about();
}
