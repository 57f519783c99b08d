import { showLocalTimes } from "./place";

/**
 * A table whose rows come anew from the server when they look different. Each stands where its state puts it; while a hand is in
 * the table, or on it, every row stays where it is.
 */
export function watchLive(table: HTMLTableElement, state: HTMLElement | null): void {
  const body = table.tBodies[0]!;
  const source = new EventSource(table.dataset.live!);
  const say = (words: string): void => {
    if (state) {
      state.textContent = words;
    }
  };
  source.addEventListener("open", () => say("live"));
  source.addEventListener("error", () => say("not live: it goes on by itself"));
  source.addEventListener("rows", event => {
    const holder = document.createElement("template");
    holder.innerHTML = `<table><tbody>${(event as MessageEvent<string>).data}</tbody></table>`;
    for (const row of holder.content.querySelectorAll("tr")) {
      const here = document.getElementById(row.id);
      showLocalTimes(row);
      if (!here) {
        body.append(row);
        continue;
      }
      const focused = here.contains(document.activeElement);
      here.replaceWith(row);
      if (focused) {
        row.querySelector<HTMLElement>("a")?.focus();
      }
    }
    if (!body.matches(":hover") && !body.contains(document.activeElement)) {
      arrange(body);
    }
    filter();
    // What else shows the same people is told.
    document.body.dispatchEvent(new CustomEvent("slate:rows"));
  });
  window.addEventListener("pagehide", () => source.close());

  const only = document.querySelector<HTMLInputElement>("[data-only-rows]");
  function filter(): void {
    for (const row of body.rows) {
      row.hidden = only?.checked === true && !row.matches(only.dataset.onlyRows!) && !row.querySelector(only.dataset.onlyRows!);
    }
  }
  only?.addEventListener("change", filter);
}

/** Puts rows in the order of their ranks, those of one rank by name; a row that is in its place is not touched. */
function arrange(body: HTMLTableSectionElement): void {
  const name = (row: HTMLTableRowElement): string => row.cells[0]?.textContent.trim() ?? "";
  const rows = [...body.rows].sort(
    (one, other) => Number(one.dataset.rank) - Number(other.dataset.rank) || name(one).localeCompare(name(other)),
  );
  rows.forEach((row, at) => {
    if (body.rows[at] !== row) {
      body.insertBefore(row, body.rows[at] ?? null);
    }
  });
}
