import htmx from "htmx.org";
import type { Rooms } from "./rooms";

/**
 * Folds whose content is long come with it by htmx when they are opened (`slate:fill`), and are kept up to date while they are open.
 */
export function watchFolds(rooms: Rooms): void {
  const fill = (fold: HTMLElement): void => {
    // What its address names never changes, and may have been typed in.
    const known = fold.querySelector<HTMLElement>("[data-fetched]")?.dataset.of === fold.getAttribute("hx-get");
    if (!known || !fold.hasAttribute("data-once")) {
      htmx.trigger(fold, "slate:fill");
    }
  };
  document.addEventListener(
    "toggle",
    event => {
      const fold = event.target as HTMLElement;
      if (fold.matches("details[hx-get][open]")) {
        fill(fold);
      }
    },
    true,
  );
  // While changes are on their way, what is typed is newer than what comes.
  document.addEventListener("htmx:beforeSwap", event => {
    const { detail } = event as CustomEvent<{ target: Element; shouldSwap: boolean }>;
    detail.shouldSwap &&= rooms.settled || !detail.target.matches("[data-fetched]");
  });
  document.addEventListener("htmx:afterSettle", event => {
    const { elt, requestConfig } = (event as CustomEvent<{ elt: Element; requestConfig: { elt: Element } }>).detail;
    if (requestConfig.elt.matches("details[hx-get]")) {
      (elt as HTMLElement).dataset.of = requestConfig.elt.getAttribute("hx-get")!;
    }
  });
  rooms.redrawn.push(() => document.querySelectorAll<HTMLElement>("details[hx-get][open]").forEach(fill));
}
