import { MapTable } from "./map/table";
import { ask, lostWords } from "../shared/ask";
import type { Rooms } from "./rooms";

const SearchPause = 180;

/** The dialogs of the workbench that are filled by the server: media library, things made before, map. */
export class Dialogs {
  private picked: ((item: string) => void) | null = null;
  private later = 0;
  /** The map of the scenes. */
  readonly map: MapTable;

  constructor(private rooms: Rooms) {
    this.map = new MapTable(rooms, this.dialog("map"));
    const picker = this.dialog("picker");
    picker.addEventListener("click", event => {
      const item = (event.target as HTMLElement).closest<HTMLElement>("[data-item]")?.dataset.item;
      if (item) {
        picker.close();
        this.picked?.(item);
      }
    });
    picker.addEventListener("input", () => this.soon(() => this.search("picker", this.library, "form[data-picker-search]")));

    const reuse = this.dialog("reuse");
    reuse.addEventListener("input", () => this.soon(() => this.search("reuse", this.made, "form[data-reuse-search]")));
    reuse.addEventListener("click", event => this.pressReuse(event.target as HTMLElement));
    for (const dialog of [picker, reuse]) {
      dialog.addEventListener("submit", event => {
        if (!(event.target as HTMLElement).matches("[method=dialog]")) {
          event.preventDefault();
        }
      });
    }

    document.addEventListener("click", event => {
      const target = event.target as HTMLElement;
      const pick = target.closest<HTMLElement>("[data-pick]");
      const form = (pick as HTMLButtonElement | null)?.form;
      if (form?.matches("[data-upload]")) {
        void this.pick(form.dataset.mediaKind!, item => {
          const fields = new FormData(form);
          fields.delete("file");
          fields.set("item", item);
          this.rooms.send("/media", fields, { form });
        });
      }
      const again = target.closest<HTMLElement>("[data-reuse]");
      if (again) {
        this.openReuse(again.dataset.reuse!);
      }
    });
  }

  private get library(): string {
    return `${this.rooms.body.dataset.base ?? ""}/media-library/picker`;
  }

  private get made(): string {
    return `${this.rooms.address}/reuse`;
  }

  /** Lets the author choose from the media library. */
  async pick(kind: string, picked: (item: string) => void): Promise<void> {
    this.picked = picked;
    await this.fill("picker", `${this.library}?kind=${kind}`);
    this.show("picker");
  }

  /** A picture for a new scene: from the library, or from this device. */
  pickScene(): void {
    const dialog = this.dialog("picker");
    void this.pick("picture", item => this.rooms.send("/media", { purpose: "newScene", item })).then(() => {
      const bar = document.querySelector<HTMLTemplateElement>("#scene-sources")!.content.firstElementChild!.cloneNode(true) as HTMLElement;
      bar.addEventListener("change", () => dialog.close());
      bar.addEventListener("click", event => {
        const press = (event.target as Element).closest<HTMLElement>("[data-begin], [data-made]");
        if (!press) {
          return;
        }
        dialog.close();
        if (press.dataset.begin) {
          this.rooms.send("/edit", { edit: "addScene", title: "", as: press.dataset.begin });
        } else {
          this.openReuse("any");
        }
      });
      dialog.querySelector("[data-dialog-body]")!.prepend(bar);
    });
  }

  openReuse(show: string): void {
    void this.fill("reuse", `${this.made}?show=${show}`).then(() => this.show("reuse"));
  }

  private pressReuse(target: HTMLElement): void {
    const take = target.closest<HTMLElement>("[data-take]");
    const from = target.closest<HTMLElement>("[data-from]");
    if (take) {
      if (take.dataset.several === undefined) {
        this.dialog("reuse").close();
      } else {
        // Several can be taken, one after the other.
        take.textContent = take.dataset.take === "link" ? "Linked ✓" : "Copied ✓";
      }
      this.rooms.send("/reuse", {
        from: take.dataset.from!,
        item: take.dataset.item ?? "",
        how: take.dataset.take!,
        what: take.dataset.what!,
        spot: this.rooms.one,
      });
    } else if (from) {
      // The search that still waits would take what is chosen away again.
      clearTimeout(this.later);
      const form = this.dialog("reuse").querySelector<HTMLFormElement>("form[data-reuse-search]")!;
      const fields = new URLSearchParams(new FormData(form) as unknown as Record<string, string>);
      fields.set("from", from.dataset.from!);
      void this.fill("reuse", `${this.made}?${fields}`);
    }
  }

  private dialog(id: string): HTMLDialogElement {
    return document.getElementById(id) as HTMLDialogElement;
  }

  private show(id: string): void {
    const dialog = this.dialog(id);
    if (!dialog.open) {
      dialog.showModal();
    }
    dialog.querySelector<HTMLElement>("[data-search-as-you-type]")?.focus();
  }

  private async fill(id: string, address: string): Promise<void> {
    const reply = await ask(id, address, {}, () => this.rooms.toast(lostWords));
    if (reply?.ok) {
      this.dialog(id).querySelector("[data-dialog-body]")!.innerHTML = reply.text;
    } else if (reply) {
      this.rooms.toast("This could not be opened. Try once more.");
    }
  }

  private soon(act: () => void): void {
    clearTimeout(this.later);
    this.later = window.setTimeout(act, SearchPause);
  }

  /** Searches while somebody types; the field stays in hand. */
  private async search(id: string, address: string, form: string): Promise<void> {
    const dialog = this.dialog(id);
    const fields = new URLSearchParams(new FormData(dialog.querySelector<HTMLFormElement>(form)!) as unknown as Record<string, string>);
    const reply = await ask(id, `${address}?${fields}`, {}, () => this.rooms.toast(lostWords));
    if (!reply?.ok) {
      return;
    }
    const next = new DOMParser().parseFromString(reply.text, "text/html").body.firstElementChild!;
    const old = dialog.querySelector(".picker")!;
    for (const part of [...old.children].filter(child => !child.matches("form"))) {
      part.remove();
    }
    for (const part of [...next.children].filter(child => !child.matches("form"))) {
      old.append(part);
    }
  }
}
