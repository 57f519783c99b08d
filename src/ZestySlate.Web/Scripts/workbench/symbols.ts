import { ask } from "../shared/ask";

const Most = 120;

/** Lets an author choose any symbol of the set by a word. The index is fetched when it is first asked for. */
export function watchSymbols(): void {
  const dialog = document.getElementById("symbols") as HTMLDialogElement;
  const search = dialog.querySelector<HTMLInputElement>("[data-symbol-search]")!;
  const grid = dialog.querySelector<HTMLElement>("[data-symbol-grid]")!;
  let index: Record<string, string> | null = null;
  let field: HTMLInputElement | null = null;

  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const opener = target.closest<HTMLElement>("[data-symbols]");
    if (opener) {
      field = opener.closest("[data-symbol-field]")!.querySelector("input")!;
      void open();
    }
    const chosen = target.closest<HTMLElement>("[data-symbol]")?.dataset.symbol;
    if (chosen !== undefined && field) {
      field.value = chosen;
      dialog.close();
      field.dispatchEvent(new Event("change", { bubbles: true }));
    }
  });
  search.addEventListener("input", show);

  async function open(): Promise<void> {
    if (!index) {
      const reply = await ask("symbols", "/dist/symbols-index.json");
      if (!reply?.ok) {
        return;
      }
      index = JSON.parse(reply.text) as Record<string, string>;
    }
    search.value = "";
    show();
    dialog.showModal();
    search.focus();
  }

  function show(): void {
    const words = search.value.toLowerCase().split(/\s+/).filter(Boolean);
    const fitting = Object.entries(index!)
      .filter(([name, tags]) => words.every(word => name.includes(word) || tags.includes(word)))
      .map(([name]) => name);
    grid.replaceChildren(
      ...["", ...fitting.slice(0, Most)].map(name => {
        const button = document.createElement("button");
        button.type = "button";
        button.dataset.symbol = name;
        button.title = name === "" ? "The kind's own symbol" : name.replaceAll("-", " ");
        button.setAttribute("aria-label", button.title);
        if (name === "") {
          button.textContent = "own";
        } else {
          button.innerHTML = `<svg class="symbol" aria-hidden="true"><use href="/dist/symbols/${name}.svg#symbol"/></svg>`;
        }
        return button;
      }),
    );
  }
}
