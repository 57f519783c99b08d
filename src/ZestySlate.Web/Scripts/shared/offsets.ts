/**
 * How far this clock is ahead of UTC, in minutes: today, and at each time that stands in a field, which may lie on the other side of
 * the change of clocks: “60 due=120 from=60”.
 */
export function offsetsOf(times: Iterable<{ name: string; value: string }>, now = new Date()): string {
  const ahead = (at: Date): string => String(-at.getTimezoneOffset());
  const typed = [...times]
    .map(({ name, value }) => ({ name, at: new Date(value) }))
    .filter(({ at }) => !Number.isNaN(at.getTime()))
    .map(({ name, at }) => `${name}=${ahead(at)}`);
  return [ahead(now), ...typed].join(" ");
}

/** Keeps the hidden field of each form that asks for times true to what stands in them. */
export function tellOffsets(page: Document): void {
  for (const field of page.querySelectorAll<HTMLInputElement>("input[data-utc-offset]")) {
    const tell = () => {
      field.value = offsetsOf(field.form!.querySelectorAll<HTMLInputElement>("input[type=datetime-local]"));
    };
    field.form!.addEventListener("submit", tell, { capture: true });
    tell();
  }
}
