import { bringLarge } from "../shared/arrival";
import { InPieces } from "../shared/pieces";
import { readable } from "../shared/readable";
import { ask } from "../shared/ask";
import { addRow, copyRow } from "./rows";
import type { Rooms } from "./rooms";

/** Where a file can be dropped. */
const TakesFiles = "#room-details, [data-board-edit], [data-board-offer]";

/** Saves forms of the details as they are filled: a moment after typing, at once after choosing, and when the page is left. */
export function watchDetails(rooms: Rooms): void {
  const timers = new Map<HTMLFormElement, number>();

  const save = (form: HTMLFormElement, submitter?: HTMLElement | null): void => {
    clearTimeout(timers.get(form));
    timers.delete(form);
    rooms.touch(form, null);
    const fields = submitter ? new FormData(form, submitter) : new FormData(form);
    if (submitter) {
      fields.set("pressed", "yes");
    }
    rooms.send(form.dataset.path ?? "/edit", fields, { form });
  };

  document.addEventListener("input", event => {
    const form = (event.target as HTMLElement).closest<HTMLFormElement>("form[data-edit]");
    if (!form || (event.target as HTMLElement).matches("[data-quiet], input[type=color]")) {
      return;
    }
    count(event.target as HTMLElement);
    rooms.touch(form, () => save(form));
    clearTimeout(timers.get(form));
    timers.set(
      form,
      window.setTimeout(() => save(form), 450),
    );
  });

  document.addEventListener("change", event => {
    const target = event.target as HTMLInputElement;
    const form = target.closest<HTMLFormElement>("form[data-edit]");
    if (form && !target.matches("[data-quiet]")) {
      if (target.matches("input[type=color]")) {
        form.querySelector<HTMLInputElement>(`input[name=own${target.name.charAt(0).toUpperCase()}${target.name.slice(1)}]`)!.checked =
          true;
      }
      save(form);
    }
    if (target.matches("[data-frame-check]")) {
      void checkFrame(target);
    }
    const upload = target.form?.matches("[data-upload]") ? target.form : null;
    if (upload && target.files?.length) {
      [...target.files].forEach(file => void send(upload, file));
    }
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
      const rows = (target as HTMLElement).dataset.optionText!;
      const all = [...target.closest("form")!.querySelectorAll<HTMLTextAreaElement>(`[data-option-text="${rows}"]`)];
      const next = all[all.indexOf(target as HTMLTextAreaElement) + 1];
      if (next) {
        next.focus();
      } else {
        target.closest("form")?.querySelector<HTMLElement>(`[data-add-row="${rows}"]`)?.click();
      }
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
    const adding = (event.target as HTMLElement).closest<HTMLElement>("[data-add-row]");
    if (adding) {
      addRow(adding.closest("fieldset")!, adding.dataset.addRow!);
    }
    const copying = (event.target as HTMLElement).closest<HTMLElement>("[data-copy-row]");
    if (copying) {
      copyRow(copying.closest("li")!, copying.dataset.copyRow!);
    }
  });

  const takeFile = (files: FileList | undefined | null, event: Event): void => {
    for (const file of files ?? []) {
      const kind = ["image", "audio", "video"].find(sort => file.type.startsWith(sort));
      const wanted = { image: "picture", audio: "sound", video: "video" }[kind ?? ""] ?? "captions";
      const upload =
        boardOf(event.target, wanted) ??
        (event.target as HTMLElement).closest?.<HTMLFormElement>(`form[data-upload][data-media-kind=${wanted}]`) ??
        document.querySelector<HTMLFormElement>(`#room-details form[data-upload][data-media-kind=${wanted}]`);
      if (upload) {
        event.preventDefault();
        void send(upload, file);
      }
    }
  };
  document.addEventListener("paste", event => takeFile(event.clipboardData?.files, event));
  /** The board that a picture is dropped on has a form of its own. */
  const boardOf = (target: EventTarget | null, wanted: string): HTMLFormElement | null =>
    wanted === "picture" && (target as HTMLElement).closest?.("[data-board-edit], [data-board-offer]")
      ? document.querySelector<HTMLFormElement>("#board-upload")
      : null;
  document.addEventListener("dragover", event => {
    if ((event.target as HTMLElement).closest?.(TakesFiles)) {
      event.preventDefault();
    }
  });
  document.addEventListener("drop", event => {
    if ((event.target as HTMLElement).closest?.(TakesFiles)) {
      takeFile(event.dataTransfer?.files, event);
    }
  });

  // A link leads away when everything is saved; who closes the window before is asked.
  window.addEventListener("click", event => {
    const link = (event.target as HTMLElement).closest<HTMLAnchorElement>("a[href]");
    if (
      !link ||
      event.defaultPrevented ||
      rooms.settled ||
      link.target ||
      event.ctrlKey ||
      event.metaKey ||
      event.shiftKey ||
      link.getAttribute("href")!.startsWith("#")
    ) {
      return;
    }
    event.preventDefault();
    void rooms.settle().then(() => {
      location.href = link.href;
    });
  });
  window.addEventListener("beforeunload", event => {
    if (rooms.settled) {
      return;
    }
    void rooms.settle();
    event.preventDefault();
  });

  /**
   * Asks a page whether it lets itself be framed, and what it says of itself: its title (where none was typed), the player it offers
   * and how large that wants to be. The fields beside it say so, and the author may change them.
   */
  async function checkFrame(field: HTMLInputElement): Promise<void> {
    const spot = rooms.selected;
    const typed = field.value.trim();
    if (!typed) {
      return;
    }
    const reply = await ask("frame", `${rooms.address}/frame-check?address=${encodeURIComponent(typed)}`);
    const found = reply?.ok ? (JSON.parse(reply.text) as AddressFound) : { forbids: null };
    const form = document.querySelector<HTMLInputElement>("#room-details input[name=refuses]")?.form;
    const address = form?.querySelector<HTMLInputElement>("input[name=address]");
    if (!form || rooms.selected !== spot || address?.value.trim() !== typed) {
      return;
    }
    const changed = [
      found.forbids !== null && tick(form, "refuses", found.forbids),
      found.title && !valueOf(form, "title") && fill(form, "title", found.title),
      found.player && fill(form, "address", found.player),
      found.player && found.width && fill(form, "width", String(found.width)),
      found.player && found.height && fill(form, "height", String(found.height)),
    ];
    if (changed.some(Boolean)) {
      save(form);
      if (found.forbids) {
        rooms.toast("This page forbids being shown inside other pages; learners get a link to it.");
      } else if (found.player) {
        rooms.toast(`Its player was found${found.title ? `: “${found.title}”` : ""}.`);
      }
    }
  }

  async function send(upload: HTMLFormElement, chosen: File): Promise<void> {
    const file = await readable(chosen);
    const fields = new FormData(upload);
    if (file.size > InPieces) {
      fields.delete("file");
      const brought = await bringLarge(file, rooms.body.dataset.base ?? "", rooms.body.dataset.proof!, {});
      if (brought) {
        fields.set("item", brought.id);
        rooms.send("/media", fields);
      }
      return;
    }
    fields.set("file", file, file.name);
    rooms.send("/media", fields, { form: upload });
  }
}

/** What the server finds out of an address: see AddressFound there. */
interface AddressFound {
  forbids: boolean | null;
  title?: string | null;
  player?: string | null;
  width?: number | null;
  height?: number | null;
}

const fieldOf = (form: HTMLFormElement, name: string) => form.querySelector<HTMLInputElement>(`input[name=${name}]`);

const valueOf = (form: HTMLFormElement, name: string) => fieldOf(form, name)?.value.trim() ?? "";

/** Puts a value into a field of a form; true when it was another one. */
function fill(form: HTMLFormElement, name: string, value: string): boolean {
  const field = fieldOf(form, name);
  const changes = !!field && field.value !== value;
  if (changes) {
    field.value = value;
  }
  return changes;
}

/** Ticks a field of a form, or not; true when that was otherwise. */
function tick(form: HTMLFormElement, name: string, on: boolean): boolean {
  const field = fieldOf(form, name);
  const changes = !!field && field.checked !== on;
  if (changes) {
    field.checked = on;
  }
  return changes;
}

/** Says how many characters are left, as a person counts them. */
function count(field: HTMLElement): void {
  const most = Number(field.dataset.count);
  if (!most || !(field instanceof HTMLTextAreaElement)) {
    return;
  }
  const length = [...new Intl.Segmenter().segment(field.value)].length;
  field.setCustomValidity(length > most ? `${length} of ${most} characters` : "");
  field.title = `${length} of ${most} characters`;
}
