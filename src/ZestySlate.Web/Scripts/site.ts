import { takeCopies } from "./shared/copies";
import { takeDrops } from "./shared/drop";
import { takeFragments } from "./shared/fragments";
import { watchGuide } from "./shared/guided";
import { watchLibrary } from "./shared/library";
import { holdForms } from "./shared/held";
import { watchLive } from "./shared/live";
import { takeNotes } from "./shared/notes";
import { takePasskeys } from "./shared/passkeys";
import { showLocalTimes } from "./shared/place";
import { switchTheme } from "./shared/theme";
import { tellOffsets } from "./shared/offsets";
import { keepTicks } from "./shared/ticks";

document.documentElement.classList.add("scripted");
showLocalTimes(document);
switchTheme();
takeDrops(document);
watchLibrary();
watchGuide();
takePasskeys();

takeFragments();
keepTicks();

// A page that a course site has opened tells it that it can be closed (LTI Dynamic Registration 1.0, 3.8).
document.querySelector<HTMLElement>("[data-tell]")?.addEventListener("click", event => {
  const { tell } = (event.currentTarget as HTMLElement).dataset;
  ((window.opener as Window | null) ?? window.parent).postMessage({ subject: tell }, "*");
});
document.querySelector("[data-print]")?.addEventListener("click", () => print());

document.addEventListener("focusin", event => {
  if (event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement) {
    if (event.target.dataset.copy !== undefined) {
      event.target.select();
    }
  }
});
takeCopies();
tellOffsets(document);
// Times that are typed stand by the clock of who types them.
for (const field of document.querySelectorAll<HTMLInputElement>("input[data-utc]:not([data-utc=''])")) {
  const at = new Date(field.dataset.utc!);
  field.value = new Date(at.getTime() - at.getTimezoneOffset() * 60000).toISOString().slice(0, 16);
}
document.querySelector<HTMLFormElement>("form[data-send-at-once]")?.submit();

for (const form of document.querySelectorAll<HTMLFormElement>("form[data-review-form]")) {
  takeNotes(form);
}
holdForms();
// What was refused is said where one looks.
const refused = document.querySelector<HTMLElement>("main .problem[role=alert]");
if (refused) {
  refused.tabIndex = -1;
  refused.scrollIntoView({ block: "center" });
  refused.focus({ preventScroll: true });
  const form = refused.closest("form") ?? refused.parentElement!.querySelector<HTMLFormElement>("form[data-keeps]");
  if (form) {
    form.dataset.refused = "yes";
  }
}
for (const field of document.querySelectorAll<HTMLInputElement | HTMLSelectElement>("[data-send-on-change]")) {
  field.addEventListener("change", () => field.form!.requestSubmit());
}
const live = document.querySelector<HTMLTableElement>("table[data-live]");
if (live) {
  watchLive(live, document.querySelector("[data-live-state]"));
}

// In a large table arrow keys go from link to link, row by row and column by column.
for (const table of document.querySelectorAll<HTMLTableElement>("table[data-arrows]")) {
  table.addEventListener("keydown", event => {
    const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
    const cell = (event.target as HTMLElement).closest<HTMLTableCellElement>("td, th");
    if (!step || !cell) {
      return;
    }
    const rows = [...table.tBodies[0]!.rows];
    let row = rows.indexOf(cell.parentElement as HTMLTableRowElement),
      column = cell.cellIndex;
    for (;;) {
      row += step[0]!;
      column += step[1]!;
      const next = rows[row]?.cells[column];
      if (!next) {
        return;
      }
      const link = next.querySelector<HTMLElement>("a");
      if (link) {
        event.preventDefault();
        link.focus();
        return;
      }
    }
  });
}

// What is done with those that are ticked waits until one is.
for (const button of document.querySelectorAll<HTMLButtonElement>("button[data-when-ticked]")) {
  const settle = (): void => {
    button.disabled = document.querySelector(`${button.dataset.whenTicked!}:checked`) === null;
  };
  document.addEventListener("change", settle);
  settle();
}

// Links with a key of their own: pressed anywhere but where somebody types.
document.addEventListener("keydown", event => {
  if (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    (event.target as HTMLElement).matches("input, textarea, select, [contenteditable=true]")
  ) {
    return;
  }
  document.querySelector<HTMLElement>(`a[data-key="${CSS.escape(event.key.toLowerCase())}"]`)?.click();
});

// The results page can be opened at one learner's answers.
function openTarget(): void {
  const target = location.hash.length > 1 ? document.getElementById(location.hash.slice(1)) : null;
  if (target instanceof HTMLDetailsElement) {
    target.open = true;
  }
}
window.addEventListener("hashchange", openTarget);
openTarget();
