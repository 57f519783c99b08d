import type { Rooms } from "./rooms";

/** Saves forms of the details as they are filled: a moment after typing, at once after choosing, and when the page is left. */
export function watchDetails(rooms: Rooms): void {
  const timers = new Map<HTMLFormElement, number>();

  const save = (form: HTMLFormElement, submitter?: HTMLElement | null): void => {
    clearTimeout(timers.get(form));
    timers.delete(form);
    rooms.touch(form, false);
    const fields = submitter ? new FormData(form, submitter) : new FormData(form);
    const added = submitter?.matches("[data-add-option]");
    rooms.send("/edit", fields, {
      form,
      after: added ? () => [...document.querySelectorAll<HTMLTextAreaElement>("[data-option-text]")].at(-1)?.focus() : undefined,
    });
  };

  document.addEventListener("input", event => {
    const form = (event.target as HTMLElement).closest<HTMLFormElement>("form[data-edit]");
    if (!form) { return; }
    count(event.target as HTMLElement);
    rooms.touch(form, true);
    clearTimeout(timers.get(form));
    timers.set(form, window.setTimeout(() => save(form), 450));
  });

  document.addEventListener("change", event => {
    const target = event.target as HTMLInputElement;
    const form = target.closest<HTMLFormElement>("form[data-edit]");
    if (form) { save(form); }
    const upload = target.closest<HTMLFormElement>("form[data-upload]");
    if (upload && target.files?.length) { send(upload, target.files[0]); }
  });

  document.addEventListener("submit", event => {
    const form = event.target as HTMLFormElement;
    if (form.matches("form[data-edit]")) {
      event.preventDefault();
      const submitter = (event as SubmitEvent).submitter;
      // Enter in a text field means "done", and in an option "the next option"; the first button must not be pressed by it.
      save(form, submitter && document.activeElement === submitter ? submitter : null);
    }
  });

  document.addEventListener("keydown", event => {
    const target = event.target as HTMLElement;
    if (event.key === "Enter" && !event.shiftKey && target.matches("[data-option-text]")) {
      event.preventDefault();
      const all = [...document.querySelectorAll<HTMLTextAreaElement>("[data-option-text]")];
      const next = all[all.indexOf(target as HTMLTextAreaElement) + 1];
      if (next) { next.focus(); } else { target.closest("form")?.querySelector<HTMLElement>("[data-add-option]")?.click(); }
    } else if (event.key === "Enter" && target.matches("form[data-edit] input")) {
      event.preventDefault();
      save(target.closest("form")!);
    }
  });

  document.addEventListener("click", event => {
    const button = (event.target as HTMLElement).closest<HTMLButtonElement>("form[data-edit] button[type=submit]");
    if (button) {
      event.preventDefault();
      save(button.form!, button);
    }
  });

  const takeFile = (files: FileList | undefined | null, event: Event): void => {
    const upload = document.querySelector<HTMLFormElement>("#room-details form[data-upload]");
    const picture = [...(files ?? [])].find(file => file.type.startsWith("image/"));
    if (upload && picture) {
      event.preventDefault();
      send(upload, picture);
    }
  };
  document.addEventListener("paste", event => takeFile(event.clipboardData?.files, event));
  document.addEventListener("dragover", event => { if ((event.target as HTMLElement).closest?.("#room-details")) { event.preventDefault(); } });
  document.addEventListener("drop", event => { if ((event.target as HTMLElement).closest?.("#room-details")) { takeFile(event.dataTransfer?.files, event); } });

  window.addEventListener("pagehide", () => {
    // What was typed in the last moment still goes out while the page closes.
    for (const form of timers.keys()) {
      const fields = new FormData(form);
      fields.set("version", String(rooms.version));
      void fetch(`${rooms.address}/edit`, { method: "POST", body: fields, keepalive: true, headers: { "X-Slate-Proof": rooms.body.dataset.proof! } });
    }
  });

  function send(upload: HTMLFormElement, file: File): void {
    const fields = new FormData(upload);
    fields.set("file", file, file.name);
    rooms.send("/pictures", fields, { form: upload });
  }
}

/** Says how many characters are left, as a person counts them. */
function count(field: HTMLElement): void {
  const most = Number(field.dataset.count);
  if (!most || !(field instanceof HTMLTextAreaElement)) { return; }
  const length = [...new Intl.Segmenter().segment(field.value)].length;
  field.setCustomValidity(length > most ? `${length} of ${most} characters` : "");
  field.title = `${length} of ${most} characters`;
}
