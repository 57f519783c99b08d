import { morph } from "../shared/morph";
import { ask, lostWords } from "../shared/ask";
import { typing } from "../shared/place";
import type { Rooms } from "./rooms";

/** Folds whose content is long come with their content when they are opened, and are kept up to date while they are open. */
export function watchFolds(rooms: Rooms): void {
  const fill = async (fold: HTMLElement): Promise<void> => {
    const there = fold.querySelector<HTMLElement>("[data-fetched]");
    if (fold.hasAttribute("data-once") && there?.dataset.of === fold.dataset.fetch) {
      // What its address names never changes, and may have been typed in.
      return;
    }
    const reply = await ask(fold.id, rooms.address + fold.dataset.fetch!, {}, () => rooms.toast(lostWords));
    const place = fold.querySelector<HTMLElement>("[data-fetched]");
    if (!reply?.ok || !place || !rooms.settled) {
      return;
    }
    const next = new DOMParser().parseFromString(reply.text, "text/html").querySelector("[data-fetched]");
    if (next) {
      morph(place, next, { ignoreActiveValue: typing() });
      fold.querySelector<HTMLElement>("[data-fetched]")!.dataset.of = fold.dataset.fetch;
    }
  };
  document.addEventListener(
    "toggle",
    event => {
      const fold = event.target as HTMLElement;
      if (fold.matches("details[data-fetch][open]")) {
        void fill(fold);
      }
    },
    true,
  );
  rooms.redrawn.push(() => document.querySelectorAll<HTMLElement>("details[data-fetch][open]").forEach(fold => void fill(fold)));
}
