/** The words of an entry that came with the page, with the arguments put in; the first number chooses the plural form. */
export function saidIn(root: HTMLElement, key: string, ...given: (string | number)[]): string {
  const page = root.closest<HTMLElement>("[data-words]") ?? root;
  const forms = (JSON.parse(page.dataset.words ?? "{}") as Record<string, Record<string, string>>)[key] ?? {};
  const count = typeof given[0] === "number" ? given[0] : 0;
  const form = forms[count === 0 && forms.zero ? "zero" : new Intl.PluralRules(page.lang || "en").select(count)] ?? forms.other ?? "";
  return form.replace(/\{(\d)\}/g, (_, at: string) => String(given[Number(at)] ?? ""));
}

/** Says something of a question to those who do not see it. It stands in the question's live region, which no redraw empties. */
export function speak(form: HTMLElement, words: string): void {
  const place = form.querySelector("[data-spoken]");
  if (place) {
    place.textContent = words;
  }
}

/** What is said by scripts alone, and left alone when the page is brought up to date. */
export function isSpoken(node: Node): boolean {
  return node instanceof Element && node.matches("[data-spoken], [data-crosshair-said]");
}
