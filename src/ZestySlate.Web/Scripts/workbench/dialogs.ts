import htmx from "htmx.org";
import { MapTable } from "./map/table";
import type { Rooms } from "./rooms";

/** The dialogs of the workbench that are filled by the server: media library, things made before, map. They search by htmx. */
export class Dialogs {
  private picked: ((item: string) => void) | null = null;
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
    this.dialog("reuse").addEventListener("click", event => this.pressReuse(event.target as HTMLElement));

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

  /** Lets the author choose from the media library; true when it could be opened. */
  async pick(kind: string, picked: (item: string) => void): Promise<boolean> {
    this.picked = picked;
    return this.open("picker", `${this.library}?kind=${kind}`);
  }

  /** A picture for a new scene: from the library, or from this device. */
  pickScene(): void {
    const dialog = this.dialog("picker");
    void this.pick("picture", item => this.rooms.send("/media", { purpose: "newScene", item })).then(opened => {
      if (!opened) {
        return;
      }
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
    void this.open("reuse", `${this.rooms.address}/reuse?show=${show}`);
  }

  private pressReuse(target: HTMLElement): void {
    const take = target.closest<HTMLElement>("[data-take]");
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
    }
  }

  private dialog(id: string): HTMLDialogElement {
    return document.getElementById(id) as HTMLDialogElement;
  }

  private async open(id: string, address: string): Promise<boolean> {
    const dialog = this.dialog(id);
    const filled = await this.fill(dialog.querySelector("[data-dialog-body]")!, address);
    if (filled && !dialog.open) {
      dialog.showModal();
    }
    dialog.querySelector<HTMLElement>("[data-search-as-you-type]")?.focus();
    return filled;
  }

  /** Puts into a dialog what the server has for it; what went wrong is told as for all fragments, and the dialog stays as it was. */
  private async fill(body: Element, address: string): Promise<boolean> {
    let filled = false;
    body.addEventListener("htmx:afterSwap", () => (filled = true), { once: true });
    await htmx.ajax("GET", address, { source: body, target: body, swap: "innerHTML" }).catch(() => undefined);
    return filled;
  }
}
