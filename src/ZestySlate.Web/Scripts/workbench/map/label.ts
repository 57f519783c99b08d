/** What is written on the map, and what becomes of it. */
export interface Label {
  /** What is asked for, for those who hear it. */
  name: string;
  /** What is written there now. */
  now: string;
  /** The most characters. */
  longest: number;
  /** An example, where nothing is written yet. */
  like?: string;
  /** What is typed, told once: by Enter, or by going elsewhere. What is as it was, and what was left by Escape, is not told. */
  done: (words: string) => void;
}

/** A field on the drawing, its middle at a place of the screen. It is no part of what is drawn anew. */
export function writeAt(dialog: HTMLDialogElement, { x, y }: { x: number; y: number }, label: Label): void {
  const field = document.createElement("input");
  const back = document.activeElement;
  field.className = "entry fixed z-30 w-60 -translate-1/2 py-0.5 text-[0.95rem]";
  field.style.left = `${Math.min(Math.max(x, 130), innerWidth - 130)}px`;
  field.style.top = `${Math.min(Math.max(y, 24), innerHeight - 24)}px`;
  Object.assign(field, { value: label.now, maxLength: label.longest, placeholder: label.like ?? "", autocomplete: "off", dir: "auto" });
  field.setAttribute("aria-label", label.name);
  const end = (words: string): void => {
    field.removeEventListener("blur", leave);
    field.remove();
    if (back instanceof Element && back.isConnected) {
      (back as HTMLElement).focus();
    }
    if (words !== "" && words !== label.now) {
      label.done(words);
    }
  };
  const leave = (): void => end(field.value.trim());
  field.addEventListener("blur", leave);
  field.addEventListener("keydown", event => {
    event.stopPropagation();
    if (event.key === "Enter" && !event.isComposing) {
      leave();
    } else if (event.key === "Escape") {
      event.preventDefault();
      end("");
    }
  });
  dialog.append(field);
  field.select();
}
