import type { Changed } from "../learner/families";
import { watchCarrying } from "../shared/carry";
import { boxOf, lineUp, placeOn, putAt, read, settleSheets, shapeAt, write } from "../shared/sheet";

/** Items that are put on a board. The list beside each item says where it is and works with keys; dragging and pressing choose in it. */
export function start(root: HTMLElement, changed: Changed, signal: AbortSignal): () => void {
  const areaOf = (thing: Element): HTMLElement | null => thing.closest<HTMLElement>("[data-placing]");
  const held = (): HTMLElement | null => root.querySelector("[data-place-item].held, .on-board.held");
  let byKey = false,
    waiting: HTMLSelectElement | null = null;

  const tell = (item: HTMLElement): void => {
    const area = areaOf(item)!;
    settle(area);
    changed(item.closest("form")!, item.dataset.placeItem!);
  };

  /** Puts an item, or the copy of it that lies on the board, down at a point of the window; beside the board it goes back. */
  const put = (thing: HTMLElement, clientX: number, clientY: number): void => {
    // What is carried may have been drawn anew meanwhile: the item is found again.
    const item = root.querySelector<HTMLElement>(`[data-place-item="${CSS.escape(thing.dataset.placeItem ?? thing.dataset.of!)}"]`);
    const area = item && areaOf(item);
    if (!item || !area) {
      return;
    }
    const sheet = area.querySelector<HTMLElement>("[data-sheet]")!;
    const at = placeOn(sheet, clientX, clientY);
    const zone = at ? (shapeAt(sheet, clientX, clientY) as SVGElement | null) : null;
    const seen = sheet.querySelector("[data-zone]") !== null;
    const own = item.dataset.may?.split(" ");
    const refused = seen && (own ? !zone || !own.includes(zone.dataset.zone!) : area.dataset.onlyZones === "yes" && !zone);
    const value = !at || refused ? "" : zone && area.dataset.lines === "yes" ? zone.dataset.zone! : write(at);
    const from = thing.dataset.value;
    letGo();
    if (value === (from ?? "")) {
      return;
    }
    if (zone && zone.dataset.several !== "yes" && value === zone.dataset.zone) {
      emptyZone(area, value, item);
    }
    if (from !== undefined) {
      choose(item, from, false);
    }
    if (value) {
      choose(item, value, true);
    }
    tell(item);
  };
  const letGo = (): void => held()?.classList.remove("held");

  root.addEventListener(
    "click",
    event => {
      const target = event.target as HTMLElement;
      const area = areaOf(target);
      if (!area || target.closest("fieldset:disabled, select, input, label, [data-play]")) {
        return;
      }
      const now = held();
      const thing =
        target.closest<HTMLElement>(".on-board:not(.kept)") ??
        target.closest("[data-carry]")?.closest<HTMLElement>("[data-place-item]:not(.placed)") ??
        null;
      if (
        now &&
        now !== thing &&
        areaOf(now) === area &&
        target.closest("[data-sheet], [data-tray]") &&
        !(thing && !target.closest("[data-sheet]"))
      ) {
        put(now, event.clientX, event.clientY);
      } else if (thing) {
        letGo();
        thing.classList.toggle("held", now !== thing);
      }
    },
    { signal },
  );
  root.addEventListener(
    "keydown",
    event => {
      byKey = true;
      if (event.key === "Escape") {
        letGo();
      }
      if (event.key === "Enter" && waiting && event.target === waiting) {
        event.preventDefault();
        commit();
      }
    },
    { signal },
  );
  root.addEventListener(
    "pointerdown",
    () => {
      byKey = false;
    },
    { signal },
  );
  const commit = (): void => {
    const item = waiting?.closest<HTMLElement>("[data-place-item]");
    waiting = null;
    if (item) {
      tell(item);
    }
  };
  root.addEventListener(
    "change",
    event => {
      const field = event.target as HTMLElement;
      const item = field.closest<HTMLElement>("[data-place-item]");
      if (!item) {
        return;
      }
      event.stopPropagation();
      // Where each drop is marked, keys first go through the list; it counts when it is left or Enter is pressed.
      if (byKey && field instanceof HTMLSelectElement && areaOf(item)!.dataset.each === "yes") {
        waiting = field;
        return;
      }
      if (field instanceof HTMLSelectElement && field.value) {
        const zone = areaOf(item)!.querySelector<HTMLElement>(`[data-zone="${CSS.escape(field.value)}"]`);
        if (zone && zone.dataset.several !== "yes") {
          emptyZone(areaOf(item)!, field.value, item);
        }
      }
      tell(item);
    },
    { signal, capture: true },
  );
  root.addEventListener(
    "focusout",
    event => {
      if (event.target === waiting) {
        commit();
      }
    },
    { signal },
  );

  watchCarrying(
    root,
    {
      take: pressed =>
        pressed.closest("fieldset:disabled, [data-play], select, input")
          ? null
          : (pressed.closest<HTMLElement>("[data-placing] .on-board:not(.kept)") ??
            pressed
              .closest("[data-carry]")
              ?.closest<HTMLElement>("[data-placing] [data-place-item]:not(.placed)")
              ?.querySelector<HTMLElement>("[data-carry]") ??
            null),
      drop: (thing, _onto, middle) =>
        put(thing.matches(".on-board") ? thing : thing.closest<HTMLElement>("[data-place-item]")!, middle.x, middle.y),
    },
    signal,
  );

  const settleAll = (): void => {
    settleSheets(root);
    root.querySelectorAll<HTMLElement>("[data-placing]").forEach(settle);
  };
  settleAll();
  return settleAll;
}

/** Where an item is: every value chosen for it. */
function valuesOf(item: HTMLElement): string[] {
  return [...item.querySelectorAll<HTMLInputElement | HTMLSelectElement>("select, input[data-own], [type=checkbox]:checked")]
    .map(field => field.value)
    .filter(Boolean);
}

function choose(item: HTMLElement, value: string, on: boolean): void {
  const list = item.querySelector("select");
  if (list) {
    if (on && ![...list.options].some(option => option.value === value)) {
      const own =
        list.querySelector<HTMLOptionElement>("[data-own]") ??
        list.appendChild(new Option(item.closest("[data-placing]")!.querySelector<HTMLTemplateElement>("[data-own-words]")!.innerHTML));
      own.dataset.own = "";
      own.value = value;
    }
    list.value = on ? value : "";
    return;
  }
  const tick = [...item.querySelectorAll<HTMLInputElement>("input[type=checkbox]")].find(field => field.value === value);
  if (tick) {
    tick.checked = on;
  } else if (on) {
    const own = document.createElement("input");
    own.type = "hidden";
    own.name = `part-${item.dataset.placeItem!}`;
    own.value = value;
    own.dataset.own = "";
    item.append(own);
  } else {
    [...item.querySelectorAll<HTMLInputElement>("input[data-own]")].find(field => field.value === value)?.remove();
  }
}

/** A zone that takes one item lets go of the one before. */
function emptyZone(area: HTMLElement, zone: string, but: HTMLElement): void {
  for (const item of area.querySelectorAll<HTMLElement>("[data-place-item]")) {
    if (item !== but && valuesOf(item).includes(zone) && !item.querySelector(`[data-put="${CSS.escape(zone)}"][data-kept]`)) {
      choose(item, zone, false);
    }
  }
}

/** Shows on the board what the lists say. */
function settle(area: HTMLElement): void {
  if (area.querySelector(".carried")) {
    return;
  }
  const sheet = area.querySelector<HTMLElement>("[data-sheet]")!;
  sheet.querySelectorAll(".on-board").forEach(copy => copy.remove());
  const inZone = new Map<string, HTMLElement[]>();
  for (const item of area.querySelectorAll<HTMLElement>("[data-place-item]")) {
    const values = valuesOf(item);
    const named = values.some(value => !read(value) && !sheet.querySelector(`[data-zone="${CSS.escape(value)}"]`));
    item.classList.toggle("placed", values.length > 0 && item.dataset.often !== "yes");
    item.classList.toggle("named", named);
    for (const value of values) {
      const at = read(value);
      const shape = at ? null : sheet.querySelector(`[data-zone="${CSS.escape(value)}"]`);
      if (!at && !shape) {
        continue;
      }
      const face = item.querySelector<HTMLElement>("[data-carry]")!;
      const copy = document.createElement("div");
      copy.className = "on-board";
      copy.dataset.of = item.dataset.placeItem!;
      copy.dataset.value = value;
      copy.title = face.title;
      copy.append(...[...face.cloneNode(true).childNodes]);
      const put = item.querySelector<HTMLElement>(`[data-put="${CSS.escape(value)}"]`);
      if (put?.dataset.verdict) {
        copy.classList.add(`part-${put.dataset.verdict}`);
      }
      if (put?.dataset.kept) {
        copy.classList.add("kept");
      }
      sheet.append(copy);
      if (at) {
        putAt(copy, at, Number(item.dataset.width));
      } else {
        inZone.set(value, [...(inZone.get(value) ?? []), copy]);
      }
    }
  }
  for (const [zone, copies] of inZone) {
    const box = boxOf(sheet.querySelector(`[data-zone="${CSS.escape(zone)}"]`)!);
    copies.forEach((copy, i) => {
      const place = lineUp(box, copies.length, i);
      const wanted = Number(area.querySelector<HTMLElement>(`[data-place-item="${CSS.escape(copy.dataset.of!)}"]`)!.dataset.width);
      putAt(copy, place, Math.min(wanted, place.width));
    });
  }
}
