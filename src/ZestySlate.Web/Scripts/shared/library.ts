/** The library: activities are dragged into a folder or the bin, and the fold of further filters closes when one looks elsewhere. */
export function watchLibrary(): void {
  const list = (): HTMLFormElement | null => document.querySelector<HTMLFormElement>("#library-list");
  if (!list()) {
    return;
  }
  let carried: string | null = null;
  const goal = (event: DragEvent): HTMLElement | null =>
    carried === null ? null : (event.target as HTMLElement).closest<HTMLElement>("[data-into], [data-into-bin]");
  const mark = (place: HTMLElement | null): void => {
    document.querySelectorAll("[data-over]").forEach(other => other.removeAttribute("data-over"));
    place?.setAttribute("data-over", "");
  };

  document.addEventListener("dragstart", event => {
    carried = (event.target as HTMLElement).closest?.<HTMLElement>("[data-carry][draggable=true]")?.dataset.carry ?? null;
    event.dataTransfer?.setData("text/plain", carried ?? "");
  });
  document.addEventListener("dragover", event => {
    const place = goal(event);
    mark(place);
    if (place) {
      event.preventDefault();
    }
  });
  document.addEventListener("dragend", () => {
    carried = null;
    mark(null);
  });
  document.addEventListener("drop", event => {
    const place = goal(event);
    const form = list();
    if (!place || !form) {
      return;
    }
    event.preventDefault();
    const ticks = [...form.querySelectorAll<HTMLInputElement>("input[name=items]")];
    // Whoever drags one of several that are ticked means all of them.
    if (!ticks.some(tick => tick.checked && tick.value === carried)) {
      ticks.forEach(tick => {
        tick.checked = tick.value === carried;
      });
    }
    const folder = form.querySelector<HTMLInputElement>("input[name=folder]");
    if (folder) {
      folder.value = place.dataset.into ?? "";
    }
    form.querySelector<HTMLElement>(`button[name=act][value=${place.hasAttribute("data-into-bin") ? "bin" : "move"}]`)?.click();
  });

  const more = document.querySelector<HTMLDetailsElement>("#library-more");
  document.addEventListener("click", event => {
    if (more?.open && !more.contains(event.target as Node)) {
      more.open = false;
    }
  });
  more?.addEventListener("keydown", event => {
    if (event.key === "Escape") {
      more.open = false;
      more.querySelector("summary")?.focus();
    }
  });
}
