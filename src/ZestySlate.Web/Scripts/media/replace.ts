import { bringLarge } from "../shared/arrival";
import { InPieces } from "../shared/pieces";
import { base, proof } from "./upload";

/** A large file that is to replace another goes in pieces; what is smaller goes with its form. */
export function watchReplacing(): void {
  const form = document.querySelector<HTMLFormElement>("form[data-replace]");
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
