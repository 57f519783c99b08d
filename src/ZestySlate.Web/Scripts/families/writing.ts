import type { Changed } from "../learner/families";

/** Counts while a learner writes, as a person counts: words, or characters by grapheme clusters. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): void {
  root.addEventListener(
    "input",
    event => {
      const field = event.target as HTMLTextAreaElement;
      const area = field.closest<HTMLElement>("[data-measure]");
      if (!area) {
        return;
      }
      const count =
        area.dataset.measure === "Words"
          ? (field.value.match(/[\p{L}\p{M}\p{N}]+(?:['’\-.,][\p{L}\p{M}\p{N}]+)*/gu) ?? []).length
          : [
              ...new Intl.Segmenter(document.documentElement.lang, { granularity: "grapheme" }).segment(
                field.value.replaceAll("\r", "").trim(),
              ),
            ].length;
      const shown = area.querySelector<HTMLElement>("[data-length]")!;
      // The number stands where the language has it; its word follows with the next answer of the server.
      shown.textContent = /\d/.test(shown.textContent ?? "") ? shown.textContent!.replace(/\d+/, String(count)) : String(count);
      const off = area.querySelector<HTMLElement>("[data-length-off]")!;
      const [least, most] = [Number(area.dataset.least || 0), Number(area.dataset.most || Infinity)];
      const words = count > 0 && count < least ? off.dataset.tooShort! : count > most ? off.dataset.tooLong! : "";
      if (off.textContent !== words) {
        off.textContent = words;
      }
    },
    { signal },
  );
}
