import { watchCarrying } from "../shared/carry";
import { boxOf, lineUp, placeOn, putAt, settleSheets, shapeAt, write, type Spot } from "../shared/sheet";
import type { Rooms } from "./rooms";
import { addRow } from "./rows";
import { drag } from "../shared/drag";

const Step = 0.01;
const svg = "http://www.w3.org/2000/svg";

/** An area as its field says: a shape and its numbers. */
interface Drawn {
  shape: string;
  numbers: number[];
}

/** Boards that the author builds on: areas are drawn, moved and resized, items are dropped where they belong. The fields of the rows say the same. */
export function watchBoards(rooms: Rooms): void {
  const settle = (): void => {
    settleSheets(document);
    document.querySelectorAll<HTMLElement>("[data-board-edit]").forEach(board => {
      showItems(board);
    });
  };
  rooms.redrawn.push(settle);
  settle();

  document.addEventListener("input", event => {
    const board = (event.target as HTMLElement)
      .closest("[data-item-row]")
      ?.closest("form")
      ?.querySelector<HTMLElement>("[data-board-edit]");
    if (board) {
      showItems(board);
    }
  });
  document.addEventListener(
    "keydown",
    event => {
      const field = event.target as HTMLInputElement;
      if (event.key === "Enter" && field.matches("[data-tray-new]")) {
        event.preventDefault();
        event.stopPropagation();
        takeTyped(field);
      }
    },
    true,
  );
  document.addEventListener("click", event => {
    const button = (event.target as HTMLElement).closest<HTMLElement>("[data-draw]");
    if (button) {
      draw(button.closest<HTMLElement>("[data-board-edit]")!, button.getAttribute("aria-pressed") === "true" ? "" : button.dataset.draw!);
    }
  });
  document.addEventListener("pointerdown", event => {
    const target = event.target as HTMLElement;
    const board = target.closest<HTMLElement>("[data-board-edit]");
    const sheet = target.closest<HTMLElement>("[data-sheet]");
    if (!board || !sheet || event.button !== 0) {
      return;
    }
    const zone = target.closest<SVGElement>("[data-zone]");
    if (target.matches(".board-handle")) {
      resize(board, target, event);
    } else if (board.dataset.drawing) {
      begin(board, sheet, event);
    } else if (zone) {
      move(board, sheet, zone.dataset.zone!, event);
    } else if (target.closest("[data-fixed]")) {
      moveFixed(sheet, target.closest<HTMLElement>("[data-fixed]")!, event);
    } else if (!target.closest(".on-board")) {
      chooseZone(board, null);
    }
  });
  document.addEventListener("focusin", event => {
    const zone = (event.target as HTMLElement).closest<SVGElement>("[data-board-edit] [data-zone]");
    if (zone) {
      chooseZone(zone.closest<HTMLElement>("[data-board-edit]")!, zone.dataset.zone!);
    }
  });
  document.addEventListener(
    "keydown",
    event => {
      const target = event.target as HTMLElement;
      const board = target.closest<HTMLElement>("[data-board-edit]");
      if (!board) {
        return;
      }
      if (board.dataset.drawing && (event.key === "Enter" || event.key === "Escape")) {
        event.preventDefault();
        if (event.key === "Enter") {
          close(board);
        } else {
          draw(board, "");
        }
        return;
      }
      const zone = target.closest<SVGElement>("[data-zone]")?.dataset.zone;
      const steps: Record<string, [number, number]> = {
        ArrowLeft: [-Step, 0],
        ArrowRight: [Step, 0],
        ArrowUp: [0, -Step],
        ArrowDown: [0, Step],
      };
      const step = steps[event.key];
      if (zone && step) {
        event.preventDefault();
        event.stopPropagation();
        const area = areaOf(board, zone);
        change(board, zone, event.shiftKey ? sized(area, ...step) : shifted(area, ...step));
        keep(board, zone);
      } else if (zone && (event.key === "Delete" || event.key === "Backspace")) {
        event.preventDefault();
        event.stopPropagation();
        row(board, zone).querySelector<HTMLElement>(`button[name="remove-zone"], button[name="remove-place"]`)?.click();
      }
    },
    true,
  );

  watchCarrying(
    document.body,
    {
      take: pressed => pressed.closest<HTMLElement>("[data-board-tray] .chip, [data-board-edit] .on-board"),
      drop: (thing, _onto, middle) => {
        // What is carried may have been drawn anew meanwhile: the board is found by the item's row.
        const item = thing.dataset.of!;
        const form = document.querySelector(`[data-item-row="${CSS.escape(item)}"]`)?.closest("form");
        const board = form?.querySelector<HTMLElement>("[data-board-edit]");
        const sheet = board?.querySelector<HTMLElement>("[data-sheet]");
        if (!form || !board || !sheet) {
          return;
        }
        const at = placeOn(sheet, middle.x, middle.y);
        const zone = at ? ((shapeAt(sheet, middle.x, middle.y) as SVGElement | null)?.dataset.zone ?? around(board, at)) : null;
        if (thing.dataset.in && thing.dataset.in !== zone) {
          belongs(form, item, thing.dataset.in, false);
        }
        if (zone) {
          belongs(form, item, zone, true);
        }
        form.querySelector(`[name="on-${item}"], [name="item"]`)!.dispatchEvent(new Event("change", { bubbles: true }));
        showItems(board);
      },
    },
    new AbortController().signal,
  );

  /** A zone of usual size where an item was dropped beside every other. It has no name: the item's would give the answer away. */
  function around(board: HTMLElement, at: Spot): string {
    const tall = 0.09 * Number(board.querySelector<HTMLElement>("[data-sheet]")!.dataset.ratio);
    return newZone(board, { shape: "rectangle", numbers: [at.x - 0.1, at.y - tall / 2, 0.2, tall] });
  }
}

/** The row of an area. */
function row(board: HTMLElement, zone: string): HTMLElement {
  return board.closest("form")!.querySelector<HTMLElement>(`[data-zone-row="${CSS.escape(zone)}"]`)!;
}

function field(board: HTMLElement, zone: string): HTMLInputElement {
  return row(board, zone).querySelector<HTMLInputElement>("[data-area]")!;
}

function areaOf(board: HTMLElement, zone: string): Drawn {
  const [shape = "", ...numbers] = field(board, zone).value.split(" ");
  return { shape, numbers: numbers.map(Number) };
}

const near = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1e5) / 1e5;

/** The corners of an area's outline. */
function outline(area: Drawn): Spot[] {
  const [x = 0, y = 0, width = 0, height = 0] = area.numbers;
  if (area.shape === "polygon") {
    return Array.from({ length: area.numbers.length / 2 }, (_, i) => ({ x: area.numbers[2 * i]!, y: area.numbers[2 * i + 1]! }));
  }
  if (area.shape === "rectangle") {
    return [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ];
  }
  return Array.from({ length: 36 }, (_, i) => ({
    x: x + width / 2 + (Math.sin((i * Math.PI) / 18) * width) / 2,
    y: y + height / 2 - (Math.cos((i * Math.PI) / 18) * height) / 2,
  }));
}

function shifted(area: Drawn, right: number, down: number): Drawn {
  const corners = outline(area);
  const [xs, ys] = [corners.map(c => c.x), corners.map(c => c.y)];
  right = Math.min(1 - Math.max(...xs), Math.max(-Math.min(...xs), right));
  down = Math.min(1 - Math.max(...ys), Math.max(-Math.min(...ys), down));
  return {
    shape: area.shape,
    numbers: area.numbers.map((number, i) => (area.shape !== "polygon" && i > 1 ? number : near(number + (i % 2 === 0 ? right : down)))),
  };
}

function sized(area: Drawn, right: number, down: number): Drawn {
  if (area.shape !== "polygon") {
    const [x = 0, y = 0, width = 0, height = 0] = area.numbers;
    return {
      shape: area.shape,
      numbers: [x, y, near(Math.min(1 - x, Math.max(0.02, width + right))), near(Math.min(1 - y, Math.max(0.02, height + down)))],
    };
  }
  const box = outline(area);
  const [left, top] = [Math.min(...box.map(c => c.x)), Math.min(...box.map(c => c.y))];
  const [width, height] = [Math.max(...box.map(c => c.x)) - left, Math.max(...box.map(c => c.y)) - top];
  return {
    shape: "polygon",
    numbers: area.numbers.map((number, i) =>
      near(i % 2 === 0 ? left + ((number - left) * (width + right)) / width : top + ((number - top) * (height + down)) / height),
    ),
  };
}

/** Writes an area into its field and draws it; it is saved by keep. */
function change(board: HTMLElement, zone: string, area: Drawn): void {
  field(board, zone).value = `${area.shape} ${area.numbers.map(number => Math.round(number * 1e5) / 1e5).join(" ")}`;
  const corners = outline(area);
  board
    .querySelector(`[data-zone="${CSS.escape(zone)}"]`)
    ?.setAttribute("points", corners.map(corner => `${near(corner.x)},${near(corner.y)}`).join(" "));
  const label = board.querySelector<HTMLElement>(`[data-zone-label="${CSS.escape(zone)}"]`);
  if (label) {
    label.dataset.at = write({
      x: (Math.min(...corners.map(c => c.x)) + Math.max(...corners.map(c => c.x))) / 2,
      y: Math.max(...corners.map(c => c.y)),
    });
    settleSheets(board);
  }
  handles(board, zone);
  showItems(board);
}

function keep(board: HTMLElement, zone: string): void {
  field(board, zone).dispatchEvent(new Event("input", { bubbles: true }));
}

function chooseZone(board: HTMLElement, zone: string | null): void {
  board
    .querySelectorAll("[data-zone]")
    .forEach(shape => shape.classList.toggle("zone-chosen", (shape as SVGElement).dataset.zone === zone));
  handles(board, zone);
}

/** Handles at the corner of a box, or at each corner of a polygon. */
function handles(board: HTMLElement, zone: string | null): void {
  board.querySelectorAll(".board-handle").forEach(old => old.remove());
  if (!zone) {
    return;
  }
  const area = areaOf(board, zone);
  const [x = 0, y = 0, width = 0, height = 0] = area.numbers;
  const places = area.shape === "polygon" ? outline(area) : [{ x: x + width, y: y + height }];
  places.forEach((at, i) => {
    const handle = document.createElement("span");
    handle.className = "board-handle place-mark";
    handle.dataset.of = zone;
    handle.dataset.corner = String(i);
    putAt(handle, at, 0);
    board.querySelector("[data-sheet]")!.append(handle);
  });
}

/** Follows the pointer until it is let go. */
function follow(sheet: HTMLElement, first: PointerEvent, moved: (right: number, down: number) => void, done: () => void): void {
  first.preventDefault();
  const box = sheet.getBoundingClientRect();
  drag(first, {
    move: event => moved((event.clientX - first.clientX) / box.width, (event.clientY - first.clientY) / box.height),
    end: done,
  });
}

function move(board: HTMLElement, sheet: HTMLElement, zone: string, event: PointerEvent): void {
  const from = areaOf(board, zone);
  let went = false;
  board.querySelector<SVGElement>(`[data-zone="${CSS.escape(zone)}"]`)!.focus({ preventScroll: true });
  chooseZone(board, zone);
  follow(
    sheet,
    event,
    (right, down) => {
      went = true;
      change(board, zone, shifted(from, right, down));
    },
    () => {
      if (went) {
        keep(board, zone);
      }
    },
  );
}

function resize(board: HTMLElement, handle: HTMLElement, event: PointerEvent): void {
  const zone = handle.dataset.of!,
    corner = Number(handle.dataset.corner),
    from = areaOf(board, zone);
  follow(
    handle.closest<HTMLElement>("[data-sheet]")!,
    event,
    (right, down) => {
      change(
        board,
        zone,
        from.shape !== "polygon"
          ? sized(from, right, down)
          : {
              shape: "polygon",
              numbers: from.numbers.map((number, i) =>
                Math.floor(i / 2) !== corner ? number : near(number + (i % 2 === 0 ? right : down)),
              ),
            },
      );
    },
    () => keep(board, zone),
  );
}

function moveFixed(sheet: HTMLElement, part: HTMLElement, event: PointerEvent): void {
  const place = sheet
    .closest("form")!
    .querySelector<HTMLInputElement>(`[data-fixed-row="${CSS.escape(part.dataset.fixed!)}"] [data-place-at]`)!;
  const [x = 0, y = 0] = place.value.split(" ").map(Number);
  follow(
    sheet,
    event,
    (right, down) => {
      place.value = part.dataset.at = write({ x: x + right, y: y + down });
      settleSheets(sheet.parentElement!);
    },
    () => place.dispatchEvent(new Event("input", { bubbles: true })),
  );
}

/** Takes up a tool for drawing areas, or lays it down. */
function draw(board: HTMLElement, shape: string): void {
  if (shape) {
    board.dataset.drawing = shape;
  } else {
    delete board.dataset.drawing;
  }
  delete board.dataset.corners;
  board.querySelector(".drawn-area")?.remove();
  board
    .querySelectorAll("[data-draw]")
    .forEach(button => button.setAttribute("aria-pressed", String((button as HTMLElement).dataset.draw === shape)));
  const tip = board.querySelector<HTMLElement>("[data-draw-tip]");
  if (tip) {
    tip.textContent = shape === "polygon" ? tip.dataset.corners! : shape ? tip.dataset.box! : tip.dataset.idle!;
  }
}

/** Begins an area where the pointer went down: a box is drawn by dragging, a polygon corner by corner. */
function begin(board: HTMLElement, sheet: HTMLElement, event: PointerEvent): void {
  const at = placeOn(sheet, event.clientX, event.clientY);
  if (!at) {
    return;
  }
  if (board.dataset.drawing === "polygon") {
    event.preventDefault();
    const corners = (board.dataset.corners ?? "").split(" ").filter(Boolean).map(Number);
    const [x = NaN, y = NaN] = corners;
    if (corners.length >= 6 && Math.hypot(x - at.x, y - at.y) < 0.025) {
      close(board);
      return;
    }
    board.dataset.corners = [...corners, near(at.x), near(at.y)].join(" ");
    sketch(board, "polyline", pointsOf([...corners, at.x, at.y]));
    board.querySelector<HTMLElement>("[data-draw=polygon]")!.focus({ preventScroll: true });
    return;
  }
  let area: Drawn | null = null;
  follow(
    sheet,
    event,
    (right, down) => {
      const [x, y] = [near(Math.min(at.x, at.x + right)), near(Math.min(at.y, at.y + down))];
      area = {
        shape: board.dataset.drawing!,
        numbers: [x, y, near(Math.min(Math.abs(right), 1 - x)), near(Math.min(Math.abs(down), 1 - y))],
      };
      sketch(
        board,
        "polygon",
        outline(area)
          .map(corner => `${corner.x},${corner.y}`)
          .join(" "),
      );
    },
    () => {
      draw(board, "");
      const [, , width = 0, height = 0] = area?.numbers ?? [];
      if (area && width > 0.01 && height > 0.01) {
        newZone(board, area);
      }
    },
  );
}

function close(board: HTMLElement): void {
  const numbers = (board.dataset.corners ?? "").split(" ").filter(Boolean).map(Number);
  draw(board, "");
  if (numbers.length >= 6) {
    newZone(board, { shape: "polygon", numbers });
  }
}

function pointsOf(numbers: number[]): string {
  return Array.from({ length: numbers.length / 2 }, (_, i) => `${numbers[2 * i]},${numbers[2 * i + 1]}`).join(" ");
}

function sketch(board: HTMLElement, kind: string, points: string): void {
  board.querySelector(".drawn-area")?.remove();
  const shape = document.createElementNS(svg, kind);
  shape.setAttribute("class", "zone drawn-area");
  shape.setAttribute("points", points);
  board.querySelector(".board-areas")!.append(shape);
}

/** Adds a row for an area and draws it. */
function newZone(board: HTMLElement, area: Drawn): string {
  const form = board.closest("form")!;
  const list = form.querySelector<HTMLElement>("template[data-new-row=zone], template[data-new-row=place]")!.closest("fieldset")!;
  let made = "";
  addRow(list, list.querySelector<HTMLTemplateElement>("template")!.dataset.newRow!, (_, id) => {
    made = id;
    const shape = document.createElementNS(svg, "polygon");
    shape.setAttribute("class", "zone");
    shape.setAttribute("tabindex", "0");
    shape.id = `shape-${id}`;
    shape.dataset.zone = id;
    board.querySelector(".board-areas")!.append(shape);
    change(board, id, area);
    chooseZone(board, id);
  });
  return made;
}

/** Ticks, or no longer ticks, that an item belongs on a zone. */
function belongs(form: HTMLFormElement, item: string, zone: string, on: boolean): void {
  const name = `on-${item}`;
  const tick = [...form.querySelectorAll<HTMLInputElement>(`[name="${CSS.escape(name)}"]`)].find(box => box.value === zone);
  if (tick) {
    tick.checked = on;
  } else if (on) {
    // The zone is so new that the row does not offer it yet.
    const box = document.createElement("input");
    box.type = "checkbox";
    box.hidden = box.checked = true;
    box.name = name;
    box.value = zone;
    form.querySelector(`[data-item-row="${CSS.escape(item)}"] .belongs`)!.append(box);
  }
}

/** An item typed where items are: it takes the first row that is empty, or a new one, and the field is ready for the next. */
function takeTyped(field: HTMLInputElement): void {
  const words = field.value.trim();
  const list = field.form!.querySelector<HTMLElement>("[data-field=items]")!;
  if (words === "") {
    return;
  }
  const empty = [...list.querySelectorAll<HTMLTextAreaElement>("[data-item-row] [data-option-text]")].find(
    item => item.value.trim() === "" && !item.closest("li")!.querySelector(".face-edit img"),
  );
  const put = (item: HTMLTextAreaElement): void => {
    item.value = words;
    item.dispatchEvent(new Event("input", { bubbles: true }));
  };
  if (empty) {
    put(empty);
  } else {
    addRow(list, "item", row => put(row.querySelector<HTMLTextAreaElement>("[data-option-text]")!));
  }
  field.value = "";
  field.focus({ preventScroll: true });
}

/** Shows each item on the zones where it belongs. */
function showItems(board: HTMLElement): void {
  // What is in the author's hand stays there.
  if (board.querySelector(".carried")) {
    return;
  }
  const sheet = board.querySelector<HTMLElement>("[data-sheet]")!;
  sheet.querySelectorAll(".on-board").forEach(copy => copy.remove());
  const copies = new Map<string, HTMLElement[]>();
  const tray = board.querySelector<HTMLElement>("[data-board-tray]");
  tray?.replaceChildren();
  for (const item of board.closest("form")?.querySelectorAll<HTMLElement>("[data-item-row]") ?? []) {
    const words = item.querySelector<HTMLTextAreaElement>("[data-option-text]")!.value;
    const picture = item.querySelector<HTMLElement>(".face-edit img");
    if (tray && (words || picture)) {
      const chip = document.createElement("span");
      chip.className = item.querySelector(".belongs input:checked") ? "chip used" : "chip";
      chip.dataset.of = item.dataset.itemRow!;
      chip.append(...(picture ? [picture.cloneNode()] : []), words);
      tray.append(chip);
    }
    for (const tick of item.querySelectorAll<HTMLInputElement>(".belongs input:checked")) {
      const copy = document.createElement("div");
      copy.className = "on-board";
      copy.dataset.of = item.dataset.itemRow!;
      copy.dataset.in = tick.value;
      copy.append(...(picture ? [picture.cloneNode()] : []), words);
      copies.set(tick.value, [...(copies.get(tick.value) ?? []), copy]);
    }
  }
  for (const [zone, inside] of copies) {
    const shape = sheet.querySelector(`[data-zone="${CSS.escape(zone)}"]`);
    if (!shape) {
      continue;
    }
    inside.forEach((copy, i) => {
      const place = lineUp(boxOf(shape), inside.length, i);
      putAt(copy, place, 0);
      copy.style.maxWidth = `${place.width * 100}%`;
      sheet.append(copy);
    });
  }
}
