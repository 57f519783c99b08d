import { newId } from "../shared/place";
import { startRich } from "./rich";

/** Puts an empty row below the others of a list and typing into it, at once; it is saved with the form. */
export function addRow(list: HTMLElement, name: string, prepare?: (row: HTMLElement, id: string) => void): HTMLElement {
  const template = list.querySelector<HTMLTemplateElement>(`template[data-new-row="${name}"]`)!;
  const rows = [...list.querySelectorAll("ol")].at(-1)!;
  const id = template.dataset.numbered === undefined ? newId() : String(rows.children.length);
  rows.insertAdjacentHTML("beforeend", template.innerHTML.replaceAll("new-row", id));
  return settle(rows.lastElementChild as HTMLElement, id, prepare);
}

/** Puts a copy of a row below it, with all that is set of it. */
export function copyRow(row: HTMLElement, name: string): void {
  const old = row.querySelector<HTMLInputElement>(`input[name="${name}"]`)!.value;
  const id = newId();
  // What was typed or ticked is no part of the markup yet.
  for (const field of row.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>("input, textarea")) {
    if (field instanceof HTMLTextAreaElement) {
      field.textContent = field.value;
    } else if (field.type === "checkbox") {
      field.toggleAttribute("checked", field.checked);
    } else {
      field.setAttribute("value", field.value);
    }
  }
  row.insertAdjacentHTML("afterend", row.outerHTML.replaceAll(old, id));
  settle(row.nextElementSibling as HTMLElement, id, added => {
    added.querySelectorAll(".face-edit").forEach(face => face.remove());
    added.querySelectorAll<HTMLInputElement>("[data-area]").forEach(area => {
      area.value = area.value.replace(
        /^(\w+) (\S+) (\S+)/,
        (_, shape: string, x: string, y: string) => `${shape} ${Number(x) + 0.03} ${Number(y) + 0.03}`,
      );
    });
  });
}

function settle(row: HTMLElement, id: string, prepare?: (row: HTMLElement, id: string) => void): HTMLElement {
  startRich(row);
  prepare?.(row, id);
  const field = row.querySelector<HTMLElement>("[data-option-text], [data-option-lines], [contenteditable=true]");
  field?.focus({ preventScroll: prepare !== undefined });
  (field ?? row.querySelector("input"))!.dispatchEvent(new Event("input", { bubbles: true }));
  return row;
}
