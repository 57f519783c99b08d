import { showLocalTimes } from "./place";

/** A table whose rows come anew from the server when they look different; each keeps its place, and who reads one is not disturbed. */
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
