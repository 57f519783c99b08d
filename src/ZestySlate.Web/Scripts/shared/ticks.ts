import htmx from "htmx.org";

/** The values of what is ticked in a list. */
const ticked = (list: Element): string => [...list.querySelectorAll<HTMLInputElement>("input:checked")].map(tick => tick.value).join(" ");

/**
 * A list of things to tick that is asked anew as one searches: `data-ticks`. A reply that was asked for before the last tick knows nothing
 * of it; it is thrown away, and the list is asked for once more.
 */
export function keepTicks(): void {
  const asked = new WeakMap<XMLHttpRequest, string>();
  document.addEventListener("htmx:beforeSend", event => {
    const { xhr, target } = (event as CustomEvent<{ xhr: XMLHttpRequest; target: Element }>).detail;
    if (target.matches("[data-ticks]")) {
      asked.set(xhr, ticked(target));
    }
  });
  document.addEventListener("htmx:beforeSwap", event => {
    const { detail } = event as CustomEvent<{ xhr: XMLHttpRequest; target: Element; elt: Element; shouldSwap: boolean }>;
    if (asked.has(detail.xhr) && asked.get(detail.xhr) !== ticked(detail.target)) {
      detail.shouldSwap = false;
      htmx.trigger(document.querySelector(`form[hx-target="#${detail.target.id}"]`)!, "submit");
    }
  });
}
