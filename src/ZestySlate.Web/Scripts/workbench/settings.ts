import type { Rooms } from "./rooms";

/** The most settings that are listed for a word. */
const Most = 12;

/** The two tabs of the details, the scene's and the activity's, and the search over all settings of both. */
export function watchSettings(rooms: Rooms): void {
  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const tab = target.closest<HTMLElement>("[data-details-tab]");
    if (tab) {
      showTab(tab.dataset.detailsTab!);
    }
    const found = target.closest<HTMLElement>("[data-setting]");
    if (found) {
      const setting = settings()[Number(found.dataset.setting)];
      clear();
      if (setting) {
        reveal(setting);
      }
    }
  });
  document.addEventListener("keydown", event => {
    const target = event.target as HTMLElement;
    if (target.matches("[data-details-tab]") && (event.key === "ArrowLeft" || event.key === "ArrowRight")) {
      event.preventDefault();
      const other = document.querySelector<HTMLElement>('[data-details-tab][aria-selected="false"]')!;
      showTab(other.dataset.detailsTab!);
      other.focus();
    } else if (target.matches("[data-setting-search]") && event.key === "Enter") {
      event.preventDefault();
      document.querySelector<HTMLElement>("[data-setting]")?.click();
    } else if (target.matches("[data-setting-search], [data-setting]") && event.key === "Escape") {
      event.stopPropagation();
      clear();
      document.querySelector<HTMLElement>("[data-setting-search]")?.focus();
    }
  });
  document.addEventListener("input", event => {
    if ((event.target as HTMLElement).matches("[data-setting-search]")) {
      list((event.target as HTMLInputElement).value);
    }
  });
  let at = rooms.at;
  rooms.redrawn.push(() => {
    // Whoever goes to another scene looks at that.
    showTab(rooms.at === at ? (document.body.dataset.details ?? "scene") : "scene");
    at = rooms.at;
  });
}

/** Brings a field or a fold of the details into view and into hand: on its tab, with its folds open. */
export function reveal(place: HTMLElement): void {
  const panel = place.closest<HTMLElement>("[role=tabpanel]");
  if (panel) {
    showTab(panel.id.replace("details-", ""));
  }
  for (let fold = place.closest("details"); fold; fold = fold.parentElement!.closest("details")) {
    fold.open = true;
  }
  const field = "input:not([type=hidden]), textarea, select, [contenteditable=true]";
  const input = place.matches(`${field}, summary`) ? place : (place.querySelector<HTMLElement>(field) ?? place.querySelector("button"));
  (input ?? place).focus();
  place.scrollIntoView({ block: "center" });
}

function showTab(name: string): void {
  document.body.dataset.details = name;
  for (const tab of document.querySelectorAll<HTMLElement>("[data-details-tab]")) {
    const on = tab.dataset.detailsTab === name;
    tab.setAttribute("aria-selected", String(on));
    tab.tabIndex = on ? 0 : -1;
    document.getElementById(`details-${tab.dataset.detailsTab}`)!.hidden = !on;
  }
}

/** Everything that can be set: labelled fields and folds, in the order they stand in. */
function settings(): HTMLElement[] {
  return [...document.querySelectorAll<HTMLElement>("#room-details [role=tabpanel] :is(label, summary, legend)")];
}

/** What a setting is called; what stands in its field is no part of that. */
function nameOf(setting: HTMLElement): string {
  const copy = setting.cloneNode(true) as HTMLElement;
  copy.querySelectorAll("select, textarea, svg, summary > span").forEach(part => part.remove());
  return copy.textContent!.replace(/\s+/g, " ").trim();
}

function clear(): void {
  const search = document.querySelector<HTMLInputElement>("[data-setting-search]");
  if (search) {
    search.value = "";
    list("");
  }
}

function list(typed: string): void {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const place = document.querySelector<HTMLElement>("[data-settings-found]")!;
  const found = words.length === 0 ? [] : settings().flatMap((setting, at) => (fits(setting, words) ? [{ setting, at }] : []));
  place.replaceChildren(...found.slice(0, Most).map(({ setting, at }) => entry(setting, at)));
  place.hidden = words.length === 0;
  document.querySelector("[data-settings-said]")!.textContent =
    words.length === 0
      ? ""
      : found.length === 0
        ? "No setting has these words."
        : found.length === 1
          ? "1 setting"
          : `${found.length} settings`;
}

/** True when a setting has all the words: in its name, in what else it is called (`data-also`), or in the fold it stands in. */
function fits(setting: HTMLElement, words: string[]): boolean {
  const said = `${nameOf(setting)} ${setting.dataset.also ?? ""} ${foldOf(setting)}`.toLowerCase();
  const own = `${nameOf(setting)} ${setting.dataset.also ?? ""}`.toLowerCase();
  return words.every(word => said.includes(word)) && words.some(word => own.includes(word));
}

function foldOf(setting: HTMLElement): string {
  const fold = setting.parentElement!.closest("details");
  const summary = fold?.querySelector<HTMLElement>(":scope > summary");
  return summary && summary !== setting ? nameOf(summary) : "";
}

function entry(setting: HTMLElement, at: number): HTMLElement {
  const item = document.createElement("li");
  const press = document.createElement("button");
  press.type = "button";
  press.className = "w-full cursor-pointer rounded border-0 bg-transparent px-2 py-1 text-start text-ink hover:bg-quiet focus:bg-quiet";
  press.dataset.setting = String(at);
  const where = [setting.closest("#details-activity") ? "The activity" : "The scene", foldOf(setting)].filter(Boolean).join(", ");
  const name = document.createElement("strong");
  name.textContent = nameOf(setting);
  const small = document.createElement("span");
  small.className = "block text-[0.85rem] text-ink-soft";
  small.textContent = where;
  press.append(name, small);
  item.append(press);
  return item;
}
