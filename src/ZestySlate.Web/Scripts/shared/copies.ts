/** Buttons that copy what stands in a field (`data-copies`, its id), and say so for a while (`data-done`). */
export function takeCopies(): void {
  document.addEventListener("click", event => {
    const press = (event.target as HTMLElement).closest<HTMLElement>("[data-copies]");
    const field = press && (document.getElementById(press.dataset.copies!) as HTMLInputElement | null);
    if (press && field) {
      void copy(field).then(copied => say(press, copied));
    }
  });
}

/** Puts the words of a field where they can be pasted from; without a secure connection they are selected and copied as by hand. */
async function copy(field: HTMLInputElement): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(field.value);
    return true;
  } catch {
    field.focus();
    field.select();
    return document.execCommand("copy");
  }
}

function say(press: HTMLElement, copied: boolean): void {
  const words = press.lastChild!;
  const before = words.textContent;
  if (press.dataset.saying) {
    return;
  }
  press.dataset.saying = "yes";
  press.setAttribute("aria-live", "polite");
  words.textContent = copied ? press.dataset.done! : "Selected: copy it by keys";
  window.setTimeout(() => {
    words.textContent = before;
    delete press.dataset.saying;
  }, 2500);
}
