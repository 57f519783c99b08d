import { bringLarge } from "../shared/arrival";
import { InPieces } from "../shared/pieces";
import { base, proof } from "./upload";

/** A large file that is to replace another goes in pieces; what is smaller goes with its form. */
export function watchReplacing(): void {
  const form = document.querySelector<HTMLFormElement>("form[data-replace]");
  const compare = form?.querySelector<HTMLElement>("[data-compare]");
  form?.addEventListener("change", () => {
    const file = form.querySelector<HTMLInputElement>("input[type=file]")?.files?.[0];
    if (compare) {
      void show(compare, file);
    }
  });
  form?.addEventListener("submit", event => {
    const file = form.querySelector<HTMLInputElement>("input[type=file]")?.files?.[0];
    if (!file || file.size <= InPieces) {
      return;
    }
    event.preventDefault();
    void bringLarge(file, base(), proof(), { replaces: form.dataset.replace! }).then(brought => {
      if (brought) {
        location.reload();
      }
    });
  });
}

/** Shows a picture beside the one whose place it is to take. */
async function show(compare: HTMLElement, file: File | undefined): Promise<void> {
  compare.hidden = true;
  const image = compare.querySelector<HTMLImageElement>("[data-compare-new]")!;
  URL.revokeObjectURL(image.src);
  if (!file) {
    return;
  }
  image.src = URL.createObjectURL(file);
  try {
    await image.decode();
  } catch {
    return;
  }
  const [width, height] = [image.naturalWidth, image.naturalHeight];
  const ratio = Number(compare.dataset.width) / Number(compare.dataset.height);
  compare.querySelector("[data-compare-said]")!.textContent = `Then: ${width} × ${height}`;
  compare.querySelector<HTMLElement>("[data-compare-warns]")!.hidden = Math.abs(width / height / ratio - 1) < 0.01;
  compare.hidden = false;
}
