import type { Changed } from "../learner/families";
import { watchCarrying } from "../shared/carry";

/**
 * Chips that are put into slots: words of a bank into gaps, cards to their counterparts. A slot is a list to choose from, which
 * works by itself with keys and screen readers; pressing or dragging a chip chooses in it.
 */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  const held = (): HTMLElement | null => root.querySelector("[data-chip].held");
  root.addEventListener(
    "click",
    event => {
      const target = event.target as HTMLElement;
      const chip = target.closest<HTMLElement>("[data-chip]");
      const group = target.closest<HTMLElement>("[data-slots]");
      if (!group || target.closest("fieldset:disabled")) {
        return;
      }
      const now = held();
      if (chip && !target.closest("[data-slot]")) {
        now?.classList.remove("held");
        if (now !== chip && !chip.classList.contains("used")) {
          chip.classList.add("held");
        }
      } else if (now && target.closest("[data-slot]") && now.closest("[data-slots]") === group) {
        event.preventDefault();
        put(now, target.closest<HTMLElement>("[data-slot]")!);
      }
    },
    { signal },
  );
  // A press on a slot while a chip is held puts it there, in place of opening the list.
  root.addEventListener(
    "mousedown",
    event => {
      const slot = (event.target as HTMLElement).closest<HTMLElement>("[data-slot]");
      if (slot && held()?.closest("[data-slots]") === slot.closest("[data-slots]")) {
        event.preventDefault();
      }
    },
    { signal },
  );
  root.addEventListener(
    "keydown",
    event => {
      if (event.key === "Escape") {
        held()?.classList.remove("held");
      }
    },
    { signal },
  );
  root.addEventListener(
    "change",
    event => {
      const group = (event.target as HTMLElement).closest<HTMLElement>("[data-slots]");
      if (group) {
        settle(group);
      }
    },
    { signal },
  );
  watchCarrying(
    root,
    {
      take: pressed => (pressed.closest("fieldset:disabled") ? null : pressed.closest<HTMLElement>("[data-chip]:not(.used)")),
      drop: (chip, onto) => {
        const slot = onto?.closest<HTMLElement>("[data-slot]");
        if (slot && slot.closest("[data-slots]") === chip.closest("[data-slots]")) {
          put(chip, slot);
        }
      },
    },
    signal,
  );
  const settleAll = (): void => root.querySelectorAll<HTMLElement>("[data-slots]").forEach(settle);
  settleAll();
  return settleAll;
}

function put(chip: HTMLElement, slot: HTMLElement): void {
  const list = slot.querySelector<HTMLSelectElement>("select:enabled");
  chip.classList.remove("held");
  if (!list) {
    return;
  }
  list.value = chip.dataset.chip!;
  list.dispatchEvent(new Event("change", { bubbles: true }));
}

/** Brings chips and slots in line with what is chosen. */
function settle(group: HTMLElement): void {
  const chosen = [...group.querySelectorAll<HTMLSelectElement>("[data-slot] select")].map(list => list.value);
  for (const chip of group.querySelectorAll<HTMLElement>("[data-chips] [data-chip]")) {
    const at = chosen.indexOf(chip.dataset.chip!);
    const once = group.dataset.slots === "once";
    if (once && at >= 0) {
      chosen.splice(at, 1);
    }
    chip.classList.toggle("used", once && at >= 0);
    chip.classList.toggle("placed", !once && at >= 0);
  }
  // A picture or a sound that was chosen is shown in its slot.
  for (const slot of group.querySelectorAll<HTMLElement>(".slot")) {
    slot.querySelector(".slot-face")?.remove();
    const value = slot.querySelector("select")?.value ?? "";
    const picture = value ? group.querySelector<HTMLElement>(`[data-chip="${CSS.escape(value)}"] img`) : null;
    if (picture) {
      const face = picture.cloneNode() as HTMLElement;
      face.classList.add("slot-face");
      slot.append(face);
    }
  }
}
