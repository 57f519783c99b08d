/** Sets of ticks that share a name: what was touched is each tick, not the set. */
const Sets = ["pick", "none"];

/**
 * What a page's fields held when they last came from, or were taken by, the server. An answer says which of its parts were
 * touched on this page, so that what another page of the same learner says of the others stays.
 */
export class Touched {
  private readonly known = new WeakMap<HTMLFormElement, Map<string, string[]>>();

  /** Reads forms that are not in the middle of being changed. Some families say by themselves what has changed. */
  learn(root: ParentNode): void {
    for (const form of root.querySelectorAll<HTMLFormElement>("form[data-ask]:not([data-pending])")) {
      if (!form.querySelector("[data-tells-changes]")) {
        this.known.set(form, read(new FormData(form)));
      }
    }
  }

  /** The server has taken these fields. */
  taken(form: HTMLFormElement, body: URLSearchParams): void {
    if (this.known.has(form)) {
      this.known.set(form, read(body));
    }
  }

  /** The names of the parts, or of the ticks, that differ from what is known; null where nothing is known. */
  of(form: HTMLFormElement): string[] | null {
    const before = this.known.get(form);
    if (!before) {
      return null;
    }
    const now = read(new FormData(form));
    const names = new Set([...before.keys(), ...now.keys()]);
    return [...names].flatMap(name => {
      const [was, is] = [before.get(name) ?? [], now.get(name) ?? []];
      if (Sets.includes(name)) {
        return [...was.filter(one => !is.includes(one)), ...is.filter(one => !was.includes(one))];
      }
      return was.join("\n") === is.join("\n") ? [] : [name];
    });
  }
}

function read(fields: FormData | URLSearchParams): Map<string, string[]> {
  const all = new Map<string, string[]>();
  for (const [name, value] of fields) {
    if (typeof value === "string" && !["spot", "act", "event", "touched", "proof"].includes(name)) {
      all.set(name, [...(all.get(name) ?? []), value]);
    }
  }
  return all;
}
