import type { Changed } from "../learner/families";

/** Numbers on a line: the pointer writes the number as the activity's language does, and a number that is typed moves the pointer. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  const writing = new Intl.NumberFormat(root.lang || "en", { maximumFractionDigits: 12, useGrouping: false, numberingSystem: "latn" });
  const point = writing.formatToParts(0.5).find(part => part.type === "decimal")?.value ?? ".";
  const settle = (): void => {
    for (const slider of root.querySelectorAll<HTMLInputElement>("[data-line]")) {
      say(slider, fieldOf(slider)?.value ? slider.value : "");
    }
  };
  const say = (slider: HTMLInputElement, value: string): void => {
    slider.setAttribute("aria-valuetext", value === "" ? "–" : writing.format(Number(value)));
  };

  root.addEventListener(
    "input",
    event => {
      const changed = event.target as HTMLInputElement;
      const line = changed.closest<HTMLElement>("[data-family=line]");
      const slider = line?.querySelector<HTMLInputElement>("[data-line]");
      if (!slider) {
        return;
      }
      if (changed !== slider) {
        const typed = Number(changed.value.trim().replace(point, "."));
        if (changed.value.trim() !== "" && Number.isFinite(typed)) {
          slider.value = String(typed);
          say(slider, slider.value);
        }
        return;
      }
      const field = fieldOf(slider)!;
      field.value = writing.format(Number(slider.value));
      say(slider, slider.value);
      // What is kept is the number, so the page hears of it as if it had been typed.
      field.dispatchEvent(new Event("input", { bubbles: true }));
    },
    { signal },
  );

  settle();
  return settle;
}

const fieldOf = (slider: HTMLInputElement): HTMLInputElement | null | undefined =>
  slider.closest("[data-family=line]")?.querySelector("input[name=text]");
