import { readable } from "./readable";

/** Lets a file be dropped on, or pasted into, a form with one file field. */
export function takeDrops(root: Document): void {
  for (const form of root.querySelectorAll<HTMLFormElement>("form[data-drop]")) {
    const field = form.querySelector<HTMLInputElement>("input[type=file]")!;
    const name = form.querySelector("[data-file-name]");
    const show = (): void => {
      if (name) {
        name.textContent = field.files?.[0]?.name ?? "";
      }
    };
    field.addEventListener("change", () => {
      show();
      void exchange(field, show);
    });
    form.addEventListener("dragover", event => {
      event.preventDefault();
      form.classList.add("dropping");
    });
    form.addEventListener("dragleave", () => form.classList.remove("dropping"));
    form.addEventListener("drop", event => {
      event.preventDefault();
      form.classList.remove("dropping");
      take(field, event.dataTransfer?.files, show);
    });
    root.addEventListener("paste", event => take(field, event.clipboardData?.files, show));
  }
}

function take(field: HTMLInputElement, files: FileList | undefined, show: () => void): void {
  if (files && files.length > 0) {
    field.files = files;
    show();
    void exchange(field, show);
  }
}

/** A photo that only the browser can read goes as what it has read. */
async function exchange(field: HTMLInputElement, show: () => void): Promise<void> {
  const chosen = field.files?.[0];
  const file = chosen && (await readable(chosen));
  if (file && file !== chosen && field.files?.[0] === chosen) {
    const files = new DataTransfer();
    files.items.add(file);
    field.files = files.files;
    show();
  }
}
