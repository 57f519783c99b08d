import type { Changed } from "../learner/families";
import { watchCarrying } from "../shared/carry";

/** Items that are put into boxes; the list beside each item says the same and works with keys. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  const held = (): HTMLElement | null => root.querySelector("[data-sorted-item].held");
  root.addEventListener(
    "click",
    event => {
      const target = event.target as HTMLElement;
      const area = target.closest<HTMLElement>("[data-sort]");
      if (!area || target.closest("fieldset:disabled, select, [data-play]")) {
        return;
      }
      const item = target.closest("[data-carry]")?.closest<HTMLElement>("[data-sorted-item]:not([data-fixed])");
      const now = held();
      const box = target.closest<HTMLElement>("[data-group]");
      if (now && now !== item && now.closest("[data-sort]") === area && (box || target.closest("[data-unsorted]"))) {
        put(now, box);
      } else if (item) {
        now?.classList.remove("held");
        item.classList.toggle("held", now !== item);
      }
    },
    { signal },
  );
  root.addEventListener(
    "change",
    event => {
      const area = (event.target as HTMLElement).closest<HTMLElement>("[data-sort]");
      if (area) {
        settle(area);
        (event.target as HTMLElement).focus({ preventScroll: true });
      }
    },
    { signal },
  );
  watchCarrying(
    root,
    {
      take: pressed =>
        pressed.closest("fieldset:disabled, [data-play]")
          ? null
          : (pressed.closest("[data-carry]")?.closest<HTMLElement>("[data-sort] [data-sorted-item]:not([data-fixed])") ?? null),
      drop: (item, onto) => {
        const area = onto?.closest("[data-sort]");
        if (area && area === item.closest("[data-sort]")) {
          put(item, onto!.closest<HTMLElement>("[data-group]"));
        }
      },
    },
    signal,
  );
  const settleAll = (): void => root.querySelectorAll<HTMLElement>("[data-sort]").forEach(settle);
  settleAll();
  return settleAll;
}

function put(item: HTMLElement, box: HTMLElement | null): void {
  item.classList.remove("held");
  const list = item.querySelector<HTMLSelectElement>("select:enabled");
  if (!list) {
    return;
  }
  list.value = box?.dataset.group ?? "";
  list.dispatchEvent(new Event("change", { bubbles: true }));
}

/** Brings every item into the box that is chosen for it. */
function settle(area: HTMLElement): void {
  for (const item of area.querySelectorAll<HTMLElement>("[data-sorted-item]")) {
    const group = item.querySelector("select")?.value ?? "";
    const home = group ? area.querySelector(`[data-group="${CSS.escape(group)}"] ul`) : area.querySelector("[data-unsorted]");
    if (home && item.parentElement !== home) {
      home.append(item);
    }
  }
}
