import { fieldIn, goByKey, settleColumns } from "../shared/cells";
import type { Rooms } from "./rooms";
import { drag } from "../shared/drag";

/** A table that the author builds: cells are chosen together, columns get their width by dragging, tables are pasted. */
export function watchGrids(rooms: Rooms): void {
  let anchor: string | null = null,
    dragging = false;
  const gridOf = (thing: Element | null): HTMLElement | null => thing?.closest<HTMLElement>("[data-grid-edit]") ?? null;
  const chosenIn = (grid: HTMLElement): string[] =>
    grid.querySelector<HTMLInputElement>("[data-cells-chosen]")!.value.split(" ").filter(Boolean);
  const ids = (grid: HTMLElement): string[][] =>
    [...grid.querySelectorAll("tr")]
      .map(row => [...row.querySelectorAll<HTMLElement>("[data-cell]")].map(cell => cell.dataset.cell!))
      .filter(row => row.length > 0);

  const show = (grid: HTMLElement): void => {
    const chosen = new Set(chosenIn(grid));
    for (const cell of grid.querySelectorAll<HTMLElement>("[data-cell]")) {
      cell.classList.toggle("chosen", chosen.has(cell.dataset.cell!));
      cell.setAttribute("aria-selected", String(chosen.has(cell.dataset.cell!)));
    }
    for (const more of grid.querySelectorAll<HTMLElement>("[data-cell-more]")) {
      more.hidden = chosen.size !== 1 || !chosen.has(more.dataset.cellMore!);
    }
    const first = grid.querySelector<HTMLElement>(".chosen");
    if (!first) {
      return;
    }
    const tool = (name: string): HTMLInputElement => grid.querySelector<HTMLInputElement>(`[name=${name}]`)!;
    tool("cellKind").value = first.dataset.kind!;
    tool("cellMarked").value = first.dataset.marked!;
    if (document.activeElement !== tool("cellPoints")) {
      tool("cellPoints").value = first.dataset.points!;
    }
  };
  const choose = (grid: HTMLElement, cells: string[]): void => {
    grid.querySelector<HTMLInputElement>("[data-cells-chosen]")!.value = cells.join(" ");
    show(grid);
  };
  /** The cells of the box between two of them. */
  const between = (grid: HTMLElement, one: string, other: string): string[] => {
    const rows = ids(grid);
    const place = (id: string): [number, number] => {
      const row = rows.findIndex(cells => cells.includes(id));
      return [row, rows[row]?.indexOf(id) ?? -1];
    };
    const [[r1, c1], [r2, c2]] = [place(one), place(other)];
    return rows.slice(Math.min(r1, r2), Math.max(r1, r2) + 1).flatMap(row => row.slice(Math.min(c1, c2), Math.max(c1, c2) + 1));
  };
  const set = (grid: HTMLElement, what: string): void => {
    const form = grid.closest("form")!;
    const fields = new FormData(form);
    fields.set("pressed", "yes");
    fields.set("cellSet", what);
    rooms.send("/edit", fields, { form });
  };

  document.addEventListener("pointerdown", event => {
    const target = event.target as HTMLElement;
    const grid = gridOf(target);
    if (!grid || event.button !== 0) {
      return;
    }
    const sizer = target.closest<HTMLElement>("[data-size-column]");
    if (sizer) {
      resize(grid, sizer, event);
      return;
    }
    const cell = target.closest<HTMLElement>("[data-cell]")?.dataset.cell;
    if (!cell) {
      return;
    }
    if (event.shiftKey && anchor) {
      event.preventDefault();
      choose(grid, between(grid, anchor, cell));
    } else if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      const now = chosenIn(grid);
      choose(grid, now.includes(cell) ? now.filter(other => other !== cell) : [...now, cell]);
    } else {
      anchor = cell;
      dragging = true;
      choose(grid, [cell]);
    }
  });
  document.addEventListener("pointermove", event => {
    const over = dragging ? document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>("[data-cell]") : null;
    const grid = gridOf(over ?? null);
    if (
      over &&
      grid &&
      anchor &&
      (over.dataset.cell !== anchor || chosenIn(grid).length > 1) &&
      grid.querySelector(`[data-cell="${CSS.escape(anchor)}"]`)
    ) {
      event.preventDefault();
      document.getSelection()?.removeAllRanges();
      choose(grid, between(grid, anchor, over.dataset.cell!));
    }
  });
  document.addEventListener("pointerup", () => {
    dragging = false;
  });
  document.addEventListener("focusin", event => {
    const grid = gridOf(event.target as HTMLElement);
    const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]")?.dataset.cell;
    // Whoever comes by key chooses the cell; a press has chosen already.
    if (grid && cell && !chosenIn(grid).includes(cell) && !dragging) {
      anchor = cell;
      choose(grid, [cell]);
    }
  });
  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const grid = gridOf(target);
    if (!grid) {
      return;
    }
    const rows = ids(grid);
    const add = (cells: string[]): void =>
      choose(grid, event.shiftKey || event.ctrlKey || event.metaKey ? [...new Set([...chosenIn(grid), ...cells])] : cells);
    const [row, column] = [target.closest<HTMLElement>("[data-choose-row]"), target.closest<HTMLElement>("[data-choose-column]")];
    if (row) {
      add(rows.find(cells => cells[0]?.startsWith(`${row.dataset.chooseRow!}.`))!);
    } else if (column) {
      add(rows.map(cells => cells.find(cell => cell.endsWith(`.${column.dataset.chooseColumn!}`))!));
    } else if (target.closest("[data-choose-all]")) {
      choose(grid, rows.flat());
    }
  });
  document.addEventListener(
    "keydown",
    event => {
      const grid = gridOf(event.target as HTMLElement);
      const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
      if (!grid || !cell) {
        return;
      }
      const [down, right] = [{ ArrowDown: 1, ArrowUp: -1 }[event.key] ?? 0, { ArrowRight: 1, ArrowLeft: -1 }[event.key] ?? 0];
      if (
        event.shiftKey &&
        (down || right) &&
        (event.target as HTMLInputElement).selectionStart === (event.target as HTMLInputElement).selectionEnd
      ) {
        event.preventDefault();
        event.stopPropagation();
        const rows = ids(grid);
        const last = chosenIn(grid).length > 1 && grid.dataset.last ? grid.dataset.last : cell.dataset.cell!;
        const row = rows.findIndex(cells => cells.includes(last));
        const cells = rows[Math.min(rows.length - 1, Math.max(0, row + down))] ?? [];
        const next = cells[Math.min(cells.length - 1, Math.max(0, (rows[row]?.indexOf(last) ?? 0) + right))] ?? last;
        grid.dataset.last = next;
        choose(grid, between(grid, cell.dataset.cell!, next));
        return;
      }
      if (event.key === "Enter") {
        event.stopPropagation();
      }
      goByKey(event);
    },
    true,
  );
  document.addEventListener("change", event => {
    const tool = event.target as HTMLInputElement;
    const grid = gridOf(tool);
    if (!grid) {
      return;
    }
    if (tool.dataset.cellSet) {
      set(grid, `${tool.dataset.cellSet} ${tool.value}`);
    } else if (tool.matches("[data-cell-points]")) {
      set(grid, "points");
    }
  });
  document.addEventListener(
    "paste",
    event => {
      const grid = gridOf(event.target as HTMLElement);
      const cell = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (!grid || !cell || !/[\t\n]/.test(text.trimEnd())) {
        return;
      }
      event.preventDefault();
      event.stopPropagation();
      const form = grid.closest("form")!;
      const fields = new FormData(form);
      // A redraw leaves the field in hand alone; this one is to be redrawn.
      (event.target as HTMLElement).blur();
      fields.set("pressed", "yes");
      fields.set("gridPasted", text);
      fields.set("pasteAt", cell.dataset.cell!);
      rooms.send("/edit", fields, { form, after: () => fieldIn(document.getElementById(cell.id))?.focus() });
    },
    true,
  );

  function resize(grid: HTMLElement, sizer: HTMLElement, first: PointerEvent): void {
    first.preventDefault();
    const field = grid.querySelector<HTMLInputElement>(`[name="width-${sizer.dataset.sizeColumn!}"]`)!;
    const head = sizer.closest("th")!;
    const [width, share] = [head.getBoundingClientRect().width, Number(field.value)];
    const column = grid.querySelector<HTMLElement>(`col[data-column="${CSS.escape(sizer.dataset.sizeColumn!)}"]`)!;
    drag(first, {
      move(event) {
        const now = Math.max(30, width + (getComputedStyle(grid).direction === "rtl" ? -1 : 1) * (event.clientX - first.clientX));
        column.style.width = `${now}px`;
        field.value = String(Math.round(((share * now) / width) * 1000) / 1000);
      },
      end: () => {
        field.dispatchEvent(new Event("input", { bubbles: true }));
      },
    });
  }

  const settle = (): void => {
    settleColumns(document.getElementById("room-stage") ?? document);
    settleColumns(document.getElementById("room-details") ?? document);
    document.querySelectorAll<HTMLElement>("[data-grid-edit]").forEach(show);
  };
  rooms.redrawn.push(settle);
  settle();
}
