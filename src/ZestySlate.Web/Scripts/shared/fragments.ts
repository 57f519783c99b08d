import htmx from "htmx.org";
import { morph } from "./morph";
import { placeSigns, showLocalTimes } from "./place";
import { raised } from "./raised";

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/**
 * Fragments of pages that htmx fetches. `hx-swap="morph"` changes what is there where it differs, so that focus and scrolling
 * stay; and what a hand has changed stays too: what is typed and not sent, ticks, folds, and attributes named in data-keep.
 */
export function takeFragments(): void {
  htmx.defineExtension("morph", {
    isInlineSwap: style => style === "morph",
    handleSwap: (style, target, fragment) => {
      const fresh = fragment instanceof Element ? fragment : (fragment as DocumentFragment).firstElementChild;
      if (style !== "morph" || !fresh || !(target instanceof Element)) {
        return false;
      }
      return morph(target, fresh, {
        ignoreActiveValue: true,
        callbacks: {
          beforeAttributeUpdated: (name, node) => !isKept(name, node),
        },
      });
    },
  });

  document.addEventListener("htmx:afterSettle", () => {
    showLocalTimes(document);
    // A fragment comes without the page's own style sheet; its signs are put in place here.
    placeSigns(document.body);
  });

  // A form that is sent by each change and redrawn by none: what was taken is what it goes back to when a later change is not.
  document.addEventListener("htmx:afterRequest", event => {
    const { elt, successful } = (event as CustomEvent<{ elt: Element; successful: boolean }>).detail;
    if (!(elt instanceof HTMLFormElement) || elt.getAttribute("hx-swap") !== "none") {
      return;
    }
    if (!successful) {
      elt.reset();
      return;
    }
    for (const option of elt.querySelectorAll("option")) {
      option.defaultSelected = option.selected;
    }
  });

  // One voice for all of them: what was done, and when something was not, why.
  document.addEventListener("slate:said", event => say((event as CustomEvent<{ value: string }>).detail.value, false));
  document.addEventListener("htmx:responseError", event => {
    const { xhr, elt } = (event as CustomEvent<{ xhr: XMLHttpRequest; elt: Element }>).detail;
    const words = xhr.getResponseHeader("Content-Type")?.startsWith("text/plain") ? xhr.responseText : "";
    if (isAsked(elt)) {
      say(
        words ||
          (xhr.status === 403 || xhr.status === 401
            ? "You are signed out. Sign in again in another tab, then try once more."
            : "This did not work; the fault is ours. Nothing was changed."),
        true,
      );
    }
  });
  for (const lost of ["htmx:sendError", "htmx:timeout"]) {
    document.addEventListener(lost, event => {
      if (isAsked((event as CustomEvent<{ elt: Element }>).detail.elt)) {
        say("The connection is lost. Nothing was changed; try once more.", true);
      }
    });
  }
}

/** True for what somebody did; what a page looks up by itself every few seconds fails in silence and is tried again. */
function isAsked(from: Element): boolean {
  return !(from.getAttribute("hx-trigger") ?? "").includes("every ");
}

/** What a hand has changed since the page came, and what the page says is to stay. */
function isKept(name: string, node: Element): boolean {
  if (
    name === "style" ||
    name === "data-keep" ||
    (name === "open" && node instanceof HTMLDetailsElement) ||
    node.getAttribute("data-keep")?.split(" ").includes(name)
  ) {
    return true;
  }
  const field = node as Field;
  return (
    (name === "checked" && field instanceof HTMLInputElement && field.checked !== field.defaultChecked) ||
    (name === "value" && (field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement) && field.value !== field.defaultValue)
  );
}

function say(words: string, failed: boolean): void {
  const place = document.getElementById("toast");
  if (!place) {
    return;
  }
  raised(place).textContent = words;
  place.setAttribute("role", failed ? "alert" : "status");
  place.hidden = false;
  clearTimeout(Number(place.dataset.until));
  place.dataset.until = String(
    window.setTimeout(
      () => {
        place.hidden = true;
      },
      failed ? 12000 : 5000,
    ),
  );
}
