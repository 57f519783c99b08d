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
    field.addEventListener("change", show);
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
  }
}
