/** Puts signs where their data say. Pages bring a style sheet with the places; fragments rely on this. */
export function placeSigns(root: ParentNode): void {
  for (const sign of root.querySelectorAll<HTMLElement>("[data-sign]")) {
    placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y), Number(sign.dataset.size));
  }
}

/** Puts one sign at shares of the backdrop's width and height. */
export function placeSign(sign: HTMLElement, x: number, y: number, size: number): void {
  sign.dataset.x = String(x);
  sign.dataset.y = String(y);
  sign.dataset.size = String(size);
  sign.style.left = `${x * 100}%`;
  sign.style.top = `${y * 100}%`;
  sign.style.setProperty("--size", String(size));
}

/** Shows times in the reader's own zone and language. */
export function showLocalTimes(root: ParentNode): void {
  for (const time of root.querySelectorAll<HTMLTimeElement>("time[data-local-time]")) {
    const at = new Date(time.dateTime);
    const today = at.toDateString() === new Date().toDateString();
    time.textContent = at.toLocaleString(document.documentElement.lang, today ? { timeStyle: "short" } : { dateStyle: "medium", timeStyle: "short" });
  }
}

/** A short id that nobody else makes; works without a secure context. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(9));
  return Array.from(bytes, byte => "abcdefghjkmnpqrstuvwxyz23456789"[byte % 31]).join("");
}

/** True while somebody types: a redraw must then leave the field in hand alone. */
export function typing(): boolean {
  return document.activeElement?.matches("input:not([type=checkbox], [type=radio]), textarea, select, [contenteditable=true]") ?? false;
}
