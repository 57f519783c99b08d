/** Gives the columns of tables their widths. */
export function settleColumns(root: ParentNode): void {
  for (const column of root.querySelectorAll<HTMLElement>("col[data-share]")) {
    column.style.width = `${Number(column.dataset.share) * 100}%`;
  }
}

/** The field in a cell, or null. */
export function fieldIn(cell: Element | null | undefined): HTMLElement | null {
  return cell?.querySelector<HTMLElement>("input:not([type=hidden], :disabled), select:enabled, textarea") ?? null;
}

/** Goes from cell to cell as in a spreadsheet: Enter and the arrows; left and right where the hand stands at the end of the text. */
export function goByKey(event: KeyboardEvent): void {
  const field = event.target as HTMLElement;
  const cell = field.closest<HTMLTableCellElement>("td, th");
  const table = cell?.closest("table");
  if (!cell || !table || event.altKey || event.ctrlKey || event.metaKey || event.isComposing) {
    return;
  }
  const text = field instanceof HTMLInputElement && field.type !== "checkbox" ? field : null;
  const atStart = !text || (text.selectionStart === 0 && text.selectionEnd === 0);
  const atEnd = !text || (text.selectionStart === text.value.length && text.selectionEnd === text.value.length);
  const backward = getComputedStyle(table).direction === "rtl" ? "ArrowRight" : "ArrowLeft";
  const steps: Record<string, [number, number] | undefined> = {
    Enter: [event.shiftKey ? -1 : 1, 0],
    ArrowDown: field instanceof HTMLSelectElement ? undefined : [1, 0],
    ArrowUp: field instanceof HTMLSelectElement ? undefined : [-1, 0],
    ArrowLeft: (backward === "ArrowLeft" ? atStart : atEnd) ? [0, backward === "ArrowLeft" ? -1 : 1] : undefined,
    ArrowRight: (backward === "ArrowLeft" ? atEnd : atStart) ? [0, backward === "ArrowLeft" ? 1 : -1] : undefined,
  };
  const step = event.key === "Enter" || !event.shiftKey ? steps[event.key] : undefined;
  if (!step) {
    return;
  }
  event.preventDefault();
  const rows = [...table.rows];
  let [row, column] = [rows.indexOf(cell.parentElement as HTMLTableRowElement), cell.cellIndex];
  // Cells that take nothing are passed over.
  for (;;) {
    row += step[0];
    column += step[1];
    const next = rows[row]?.cells[column];
    if (!next) {
      return;
    }
    const found = fieldIn(next);
    if (found) {
      found.focus();
      if (found instanceof HTMLInputElement && found.type !== "checkbox") {
        found.select();
      }
      return;
    }
  }
}
