import { arrive, bringLarge } from "../shared/arrival";
import { InPieces } from "../shared/pieces";
import { base, proof, upload } from "./upload";

const SideBySide = 3;

/** The page of the media library: files by dialog, drop, paste and address; search as one types; several at once. */
export function watchPage(): void {
  const page = document.querySelector<HTMLElement>("[data-media-page]");
  if (!page) {
    return;
  }
  const folder = (): string => page.dataset.folder ?? "";

  document.querySelector<HTMLInputElement>("[data-add-files]")?.addEventListener("change", event => {
    const field = event.target as HTMLInputElement;
    void take([...(field.files ?? [])]);
    field.value = "";
  });
  document.addEventListener("dragover", event => {
    if (event.dataTransfer?.types.includes("Files")) {
      event.preventDefault();
      page.classList.add("dropping");
    }
  });
  document.addEventListener("dragleave", event => {
    if (!event.relatedTarget) {
      page.classList.remove("dropping");
    }
  });
  document.addEventListener("drop", event => {
    if (!event.dataTransfer?.files.length) {
      return;
    }
    event.preventDefault();
    page.classList.remove("dropping");
    void take([...event.dataTransfer.files]);
  });
  document.addEventListener("paste", event => {
    const files = [...(event.clipboardData?.files ?? [])];
    if (files.length > 0) {
      event.preventDefault();
      void take(files);
    }
  });
  document.querySelector<HTMLFormElement>("[data-fetch]")?.addEventListener("submit", event => {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    void fetchOne(new FormData(form).get("address") as string).then(() => form.reset());
  });
  watchSeveral(page);

  /** Several at once, each with its own line: how far it is, and what is wrong with it. */
  async function take(files: File[]): Promise<void> {
    const waiting = files.map(file => ({ file, line: file.size > InPieces ? null : arrive(file.name) }));
    const next = async (): Promise<void> => {
      for (let one = waiting.shift(); one; one = waiting.shift()) {
        const { file, line } = one;
        if (!line) {
          await bringLarge(file, base(), proof(), { folder: folder() });
          refresh();
          continue;
        }
        try {
          await upload(file, folder(), share => {
            line.far(share);
          });
          line.done("kept");
        } catch (problem) {
          line.failed((problem as Error).message);
        }
      }
    };
    await Promise.all(Array.from({ length: Math.min(SideBySide, files.length) }, next));
    refresh();
  }

  async function fetchOne(address: string): Promise<void> {
    const line = arrive(address);
    const fields = new FormData();
    fields.set("address", address);
    fields.set("folder", folder());
    const reply = await fetch(`${base()}/media-library/fetch`, {
      method: "POST",
      body: fields,
      headers: { "X-Slate-Proof": proof() },
    }).catch(() => null);
    if (reply?.ok) {
      line.done("kept");
      refresh();
    } else {
      line.failed(reply?.status === 422 ? await reply.text() : "It could not be fetched. Try it once more.");
    }
  }
}

/** The list is fetched anew, as the search stands: its form hears of it. */
function refresh(): void {
  document.body.dispatchEvent(new Event("slate:media"));
}

/** What is done with several waits until one is ticked. */
function watchSeveral(page: HTMLElement): void {
  const bar = page.querySelector<HTMLElement>("[data-several]")!;
  const count = (): void => {
    const ticked = page.querySelectorAll("[data-tick]:checked").length;
    bar.hidden = ticked === 0;
    bar.querySelector("[data-several-count]")!.textContent = `${ticked} chosen`;
  };
  const ticks = (): HTMLInputElement[] => [...page.querySelectorAll<HTMLInputElement>("[data-tick]")];
  const set = (some: HTMLInputElement[], ticked: boolean): void => {
    some.forEach(tick => {
      tick.checked = ticked;
    });
    count();
  };
  // With Shift everything from the one ticked before follows.
  let last = "";
  page.addEventListener("click", event => {
    const tick = event.target as HTMLInputElement;
    if (tick.matches("[data-tick]")) {
      const all = ticks();
      const [from, to] = [all.findIndex(one => one.value === last), all.indexOf(tick)];
      if (event.shiftKey && from >= 0) {
        set(all.slice(Math.min(from, to), Math.max(from, to) + 1), tick.checked);
      }
      last = tick.value;
    } else if (tick.closest("[data-several-all]")) {
      set(ticks(), true);
    } else if (tick.closest("[data-several-none]")) {
      set(ticks(), false);
      ticks()[0]?.focus();
    }
  });
  page.addEventListener("change", event => {
    if ((event.target as HTMLElement).matches("[data-tick]")) {
      count();
    }
  });
  document.addEventListener("htmx:afterSettle", count);
  // What was done with those that were ticked is done once.
  bar.addEventListener("htmx:afterRequest", event => {
    if (!(event as CustomEvent<{ successful: boolean }>).detail.successful) {
      return;
    }
    page.querySelectorAll<HTMLInputElement>("[data-tick]:checked").forEach(tick => {
      tick.checked = false;
    });
    count();
  });
}
