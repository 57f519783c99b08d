import { base, proof, upload } from "./upload";

const SideBySide = 3;

/** The page of the media library: files by dialog, drop, paste and address; search as one types; several at once. */
export function watchPage(): void {
  const page = document.querySelector<HTMLElement>("[data-media-page]");
  if (!page) { return; }
  const arrivals = document.getElementById("arrivals")!;
  const folder = (): string => page.dataset.folder ?? "";

  document.querySelector<HTMLInputElement>("[data-add-files]")?.addEventListener("change", event => {
    const field = event.target as HTMLInputElement;
    void take([...field.files ?? []]);
    field.value = "";
  });
  document.addEventListener("dragover", event => { if (event.dataTransfer?.types.includes("Files")) { event.preventDefault(); page.classList.add("dropping"); } });
  document.addEventListener("dragleave", event => { if (!event.relatedTarget) { page.classList.remove("dropping"); } });
  document.addEventListener("drop", event => {
    if (!event.dataTransfer?.files.length) { return; }
    event.preventDefault();
    page.classList.remove("dropping");
    void take([...event.dataTransfer.files]);
  });
  document.addEventListener("paste", event => {
    const files = [...event.clipboardData?.files ?? []];
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
  watchSearch();
  watchSeveral(page);

  /** Several at once, each with its own line: how far it is, and what is wrong with it. */
  async function take(files: File[]): Promise<void> {
    const waiting = files.map(file => ({ file, line: arrive(file.name) }));
    const next = async (): Promise<void> => {
      for (let one = waiting.shift(); one; one = waiting.shift()) {
        const { file, line } = one;
        try {
          await upload(file, folder(), share => { line.bar.value = share; });
          line.done("kept");
        } catch (problem) {
          line.failed((problem as Error).message);
        }
      }
    };
    await Promise.all(Array.from({ length: Math.min(SideBySide, files.length) }, next));
    await refresh();
  }

  async function fetchOne(address: string): Promise<void> {
    const line = arrive(address);
    const fields = new FormData();
    fields.set("address", address);
    fields.set("folder", folder());
    const reply = await fetch(`${base()}/media-library/fetch`, { method: "POST", body: fields, headers: { "X-Slate-Proof": proof() } }).catch(() => null);
    if (reply?.ok) {
      line.done("kept");
      await refresh();
    } else {
      line.failed(reply?.status === 422 ? await reply.text() : "It could not be fetched. Try it once more.");
    }
  }

  function arrive(name: string): { bar: HTMLProgressElement; done: (words: string) => void; failed: (words: string) => void } {
    arrivals.hidden = false;
    const line = document.createElement("li");
    const bar = document.createElement("progress");
    const words = document.createElement("span");
    words.textContent = name;
    bar.max = 1;
    line.append(words, bar);
    arrivals.append(line);
    return {
      bar,
      done: said => { bar.remove(); words.textContent = `${name}: ${said}`; line.className = "arrived"; window.setTimeout(() => { line.remove(); arrivals.hidden = arrivals.childElementCount === 0; }, 6000); },
      failed: said => { bar.remove(); words.textContent = said; line.className = "problem"; },
    };
  }
}

/** Fetches the list anew, as the search stands. */
async function refresh(): Promise<void> {
  const form = document.querySelector<HTMLFormElement>("[data-media-search]")!;
  const fields = new URLSearchParams(new FormData(form) as unknown as Record<string, string>);
  const reply = await fetch(`${base()}/media-library?${fields}`);
  if (!reply.ok) { return; }
  const next = new DOMParser().parseFromString(await reply.text(), "text/html");
  for (const place of ["#media-list", ".media-side nav"]) {
    const [old, fresh] = [document.querySelector(place), next.querySelector(place)];
    if (old && fresh) { old.replaceWith(fresh); }
  }
}

function watchSearch(): void {
  let later = 0;
  document.querySelector("[data-media-search]")?.addEventListener("input", () => {
    clearTimeout(later);
    later = window.setTimeout(() => void refresh(), 180);
  });
  document.querySelector("[data-media-search]")?.addEventListener("submit", event => { event.preventDefault(); void refresh(); });
}

function watchSeveral(page: HTMLElement): void {
  const bar = page.querySelector<HTMLElement>("[data-several]")!;
  const ticked = (): string[] => [...page.querySelectorAll<HTMLInputElement>("[data-tick]:checked")].map(tick => tick.value);
  page.addEventListener("change", event => {
    if (!(event.target as HTMLElement).matches("[data-tick]")) { return; }
    bar.hidden = ticked().length === 0;
    bar.querySelector("[data-several-count]")!.textContent = `${ticked().length} chosen`;
  });
  bar.addEventListener("click", event => {
    const act = (event.target as HTMLElement).closest<HTMLElement>("[data-several-do]")?.dataset.severalDo;
    if (!act) { return; }
    const fields = new FormData();
    fields.set("act", act);
    fields.set("items", ticked().join(","));
    fields.set("folder", bar.querySelector<HTMLInputElement>("input[name=folder]")?.value ?? "");
    void fetch(`${base()}/media-library/several`, { method: "POST", body: fields, headers: { "X-Slate-Proof": proof() } }).then(() => {
      bar.hidden = true;
      return refresh();
    });
  });
}
