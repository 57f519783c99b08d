import { watchCarrying } from "../shared/carry";
import type { Changed } from "../learner/families";
import { saidIn, speak } from "../learner/said";

/** Things that are brought into order: lists with buttons and grips, words that are picked up and put before another. */
export function start(root: HTMLElement, moved: Changed, signal: AbortSignal): void {
  const held = (): HTMLElement | null => root.querySelector(".arranged.held");

  const letGo = (): void => {
    const item = held();
    item?.classList.remove("held");
    item?.querySelector("[data-word]")?.setAttribute("aria-pressed", "false");
    root.querySelectorAll<HTMLElement>("[data-end]").forEach(end => {
      end.hidden = true;
    });
  };

  const place = (item: HTMLElement, before: HTMLElement | null): void => {
    const list = item.parentElement!;
    const fixed = fixedPlaces(list);
    const was = [...list.children].indexOf(item);
    if (list.dataset.arrange === "exchange" && before) {
      exchange(item, before);
    } else {
      list.insertBefore(item, before ?? list.querySelector(".arrange-end"));
    }
    restore(list, fixed);
    letGo();
    if ([...list.children].indexOf(item) === was) {
      return;
    }
    settle(list);
    announce(item);
    item.querySelector<HTMLElement>("[data-word], [data-move]:enabled")?.focus({ preventScroll: true });
    moved(item.closest("form")!, item.dataset.item!);
  };

  root.addEventListener(
    "click",
    event => {
      const target = event.target as HTMLElement;
      if (target.closest("fieldset:disabled")) {
        return;
      }
      const step = target.closest<HTMLElement>("[data-move]");
      const word = target.closest<HTMLElement>("[data-word]")?.closest<HTMLElement>(".arranged");
      const end = target.closest<HTMLElement>("[data-end]");
      if (step) {
        event.preventDefault();
        const item = step.closest<HTMLElement>(".arranged")!;
        const earlier = step.dataset.move === "-1";
        const others = [...item.parentElement!.querySelectorAll<HTMLElement>(":scope > .arranged:not([data-fixed])")];
        const other = others[others.indexOf(item) + (earlier ? -1 : 1)];
        if (other) {
          place(item, earlier ? other : (other.nextElementSibling as HTMLElement | null));
        }
        (
          item.querySelector<HTMLElement>(`[data-move="${step.dataset.move}"]:enabled`) ??
          item.querySelector<HTMLElement>("[data-move]:enabled")
        )?.focus({ preventScroll: true });
      } else if (word) {
        event.preventDefault();
        const now = held();
        if (!now || now.parentElement !== word.parentElement) {
          letGo();
          take(word);
        } else if (now === word) {
          letGo();
        } else {
          place(now, word);
        }
      } else if (end && held()?.parentElement === end.closest("[data-arrange]")) {
        place(held()!, null);
      }
    },
    { signal },
  );

  root.addEventListener(
    "keydown",
    event => {
      const word = (event.target as HTMLElement).closest<HTMLElement>("[data-word], [data-end]");
      if (!word) {
        return;
      }
      if (event.key === "Escape" && held()) {
        event.stopPropagation();
        letGo();
      } else if (event.key === "ArrowLeft" || event.key === "ArrowRight") {
        const words = [...word.closest("[data-arrange]")!.querySelectorAll<HTMLElement>("[data-word]:enabled, [data-end]:not([hidden])")];
        const on = (event.key === "ArrowRight") === (getComputedStyle(word).direction !== "rtl");
        words[words.indexOf(word) + (on ? 1 : -1)]?.focus();
        event.preventDefault();
      }
    },
    { signal },
  );

  watchCarrying(
    root,
    {
      take: pressed =>
        pressed.closest("fieldset:disabled, [data-move], [data-play]") ? null : pressed.closest<HTMLElement>(".arranged:not([data-fixed])"),
      drop: (item, onto) => {
        const list = item.parentElement!;
        const other = onto?.closest<HTMLElement>(".arranged, .arrange-end");
        if (!other || other.parentElement !== list || other === item) {
          return;
        }
        const after = !list.matches(".arrange-words") && [...list.children].indexOf(item) < [...list.children].indexOf(other);
        place(item, other.matches(".arrange-end") ? null : after ? (other.nextElementSibling as HTMLElement | null) : other);
      },
    },
    signal,
  );

  function take(item: HTMLElement): void {
    item.classList.add("held");
    item.querySelector("[data-word]")?.setAttribute("aria-pressed", "true");
    item.parentElement!.querySelectorAll<HTMLElement>("[data-end]").forEach(end => {
      end.hidden = false;
    });
    say(item, saidIn(root, "pickedUp", nameOf(item)));
  }

  function announce(item: HTMLElement): void {
    const place = [...item.parentElement!.querySelectorAll(":scope > .arranged")].indexOf(item) + 1;
    say(item, saidIn(root, "movedTo", nameOf(item), place));
  }

  function say(item: HTMLElement, words: string): void {
    const form = item.closest("form");
    if (form) {
      speak(form, words);
    }
  }
}

/** Brings the buttons in line with the places. */
function settle(list: HTMLElement): void {
  const items = [...list.querySelectorAll<HTMLElement>(":scope > .arranged")];
  items.forEach((item, at) => {
    for (const button of item.querySelectorAll<HTMLButtonElement>("[data-move]")) {
      button.disabled = button.dataset.move === "-1" ? at === 0 : at === items.length - 1;
    }
  });
}

/** The things that stay, with their places. */
function fixedPlaces(list: HTMLElement): [number, HTMLElement][] {
  return [...list.querySelectorAll<HTMLElement>(":scope > .arranged")]
    .map((item, at): [number, HTMLElement] => [at, item])
    .filter(([, item]) => item.dataset.fixed);
}

function restore(list: HTMLElement, fixed: [number, HTMLElement][]): void {
  fixed.forEach(([, item]) => item.remove());
  for (const [at, item] of fixed) {
    list.insertBefore(item, list.children[at] ?? null);
  }
}

function exchange(one: HTMLElement, other: HTMLElement): void {
  const mark = document.createElement("li");
  one.replaceWith(mark);
  other.replaceWith(one);
  mark.replaceWith(other);
}

const nameOf = (item: HTMLElement): string => `“${(item.querySelector(".word, .face")?.textContent ?? "").trim()}”`;
