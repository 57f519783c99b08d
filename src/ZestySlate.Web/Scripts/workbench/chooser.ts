import { swallowDouble } from "../shared/drag";

export interface Choosing {
  /** A kind was chosen; with its title, where each press from now on puts one. */
  pick: (kind: string, series: string | null) => void;
  /** It is left without a choice. */
  leave: () => void;
  /** It has become larger or smaller. */
  resized?: () => void;
}

/** A new chooser of what to put somewhere, from its template; it is in hand once it is on the page and `start` is called. */
export function makeChooser(template: string, hand: Choosing): { box: HTMLElement; start: () => void } {
  const source = document.querySelector<HTMLTemplateElement>(template)!;
  const box = source.content.querySelector<HTMLElement>("[data-chooser]")!.cloneNode(true) as HTMLElement;
  const search = box.querySelector<HTMLInputElement>("[data-kind-search]")!;
  const all = box.querySelector<HTMLElement>("[data-kinds-all]")!;
  const kinds = [...box.querySelectorAll<HTMLElement>("[data-kind]")];
  const shown = (): HTMLElement[] => kinds.filter(kind => !kind.hidden);

  const title = (kind: HTMLElement): string => kind.querySelector("strong")!.textContent.toLowerCase();

  /** What Enter takes: the kind whose name begins with what was typed, else the first that fits. */
  const meant = (): HTMLElement | undefined =>
    shown().find(kind => title(kind).startsWith(search.value.trim().toLowerCase())) ?? shown()[0];

  function sift(): void {
    const words = search.value.toLowerCase().split(/\s+/).filter(Boolean);
    for (const kind of kinds) {
      kind.hidden = words.length > 0 ? !words.every(word => kind.dataset.words!.includes(word)) : kind.dataset.rare === "" && !all.hidden;
    }
    for (const part of box.querySelectorAll<HTMLElement>("[data-kinds]")) {
      part.hidden = !part.querySelector("[data-kind]:not([hidden])");
    }
    for (const kind of kinds) {
      kind.setAttribute("aria-current", String(words.length > 0 && kind === meant()));
    }
    const found = shown().length;
    box.querySelector<HTMLElement>("[data-kinds-none]")!.hidden = found > 0;
    box.querySelector("[data-kinds-found]")!.textContent = words.length === 0 ? "" : found === 1 ? "1 kind" : `${found} kinds`;
    hand.resized?.();
  }

  box.addEventListener("input", sift);
  box.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const kind = target.closest<HTMLElement>("[data-kind]");
    if (kind) {
      const series = box.querySelector<HTMLInputElement>("[data-series]")?.checked === true;
      swallowDouble();
      hand.pick(kind.dataset.kind!, series ? kind.querySelector("strong")!.textContent : null);
    } else if (target.closest("[data-kinds-all]")) {
      all.hidden = true;
      box.dataset.all = "";
      sift();
      kinds.find(kind => kind.dataset.rare === "" && !kind.hidden)?.focus();
    }
  });
  box.addEventListener("keydown", event => {
    const now = shown().indexOf(document.activeElement as HTMLElement);
    if (event.key === "Escape") {
      event.preventDefault();
      event.stopPropagation();
      hand.leave();
    } else if (event.key === "Enter" && event.target === search) {
      event.preventDefault();
      if (search.value.trim()) {
        meant()?.click();
      }
    } else if (event.key.startsWith("Arrow") && (event.target !== search || event.key === "ArrowDown")) {
      event.preventDefault();
      event.stopPropagation();
      beside(shown(), now, event.key)?.focus();
    } else if (event.key.length === 1 && event.key !== " " && !event.ctrlKey && !event.metaKey && !event.altKey) {
      // Whoever types means to find: the letter lands in the field.
      event.stopPropagation();
      search.focus();
    }
  });
  return { box, start: () => kinds.find(kind => !kind.hidden)!.focus({ preventScroll: true }) };
}

/** The entry beside another, as they stand in their rows; the first one when none is in hand. */
function beside(kinds: HTMLElement[], now: number, key: string): HTMLElement | undefined {
  const from = kinds[now];
  if (!from) {
    return kinds[0];
  }
  if (key === "ArrowLeft" || key === "ArrowRight") {
    const onwards = (key === "ArrowRight") === (getComputedStyle(from).direction === "ltr");
    return kinds[(now + (onwards ? 1 : kinds.length - 1)) % kinds.length];
  }
  const here = from.getBoundingClientRect();
  const down = key === "ArrowDown" ? 1 : -1;
  const farness = (kind: HTMLElement): number => {
    const there = kind.getBoundingClientRect();
    return (there.top - here.top) * down + Math.abs(there.left - here.left) / 1000;
  };
  return kinds
    .filter(kind => (kind.getBoundingClientRect().top - here.top) * down > 1)
    .sort((one, other) => farness(one) - farness(other))[0];
}
