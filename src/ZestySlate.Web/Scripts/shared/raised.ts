/** Brings what must be seen into the dialog that is open, since nothing behind it can be pressed; when that is closed it comes back. */
export function raised(place: HTMLElement): HTMLElement {
  const [dialog, home] = [document.querySelector("dialog:modal"), place.parentElement!];
  if (dialog && !dialog.contains(place)) {
    dialog.append(place);
    dialog.addEventListener("close", () => home.append(place), { once: true });
  }
  return place;
}
