import { newId } from "../shared/place";
import { saidIn } from "./said";
import type { Connection } from "./connection";
import type { Outbox } from "./outbox";
import type { Touched } from "./touched";

/** Before these nothing else need be sent first: they are themselves what is kept. */
const Keeping = ["answer", "add", "annotate", "watch"];

/** What a learner gives, on its way: kept a moment after the last change, and at once when something else is done. */
export class Answers {
  /** What is kept in a moment, by the spot it is about. */
  private soon = new Map<string, number>();

  constructor(
    private root: HTMLElement,
    private outbox: () => Outbox,
    private touched: Touched,
    private connection: Connection,
  ) {}

  post(spot: string, act: string, form?: HTMLFormElement | FormData): void {
    // What was typed a moment ago goes first, so that no reply finds the page ahead of the server.
    if (!Keeping.includes(act)) {
      this.flush();
    }
    const fields = new URLSearchParams();
    if (form) {
      for (const [name, value] of form instanceof FormData ? form : new FormData(form)) {
        if (typeof value === "string") {
          fields.append(name, value);
        }
      }
    }
    if (act === "answer" && form instanceof HTMLFormElement) {
      this.touched.of(form)?.forEach(name => fields.append("touched", name));
    }
    fields.set("spot", spot);
    fields.set("act", act);
    fields.set("event", newId());
    this.outbox().add({ spot, act, body: fields.toString() });
  }

  visit(scene: string): void {
    const fields = new FormData();
    fields.set("scene", scene);
    this.post("", "visit", fields);
  }

  /** Keeps an answer a moment after the last change to it. */
  keepSoon(form: HTMLFormElement, pause: number): void {
    // A vote leaves the page only when it is given.
    if (form.dataset.votes === "yes") {
      return;
    }
    form.dataset.pending = "yes";
    this.later(form.dataset.ask!, pause, spot => this.post(spot, keeping(form), form));
  }

  /** Keeps what is written beside a finding a moment after the last change to it. */
  annotateSoon(form: HTMLFormElement): void {
    this.later(form.dataset.annotate!, 500, finding => this.post(finding, "annotate", form));
  }

  /** True while something about a spot is to be kept in a moment. */
  waits(spot: string): boolean {
    return this.soon.has(spot);
  }

  /** What was about to be kept of a spot goes with what is done at it now. */
  takeAlong(spot: string): void {
    clearTimeout(this.soon.get(spot));
    this.soon.delete(spot);
  }

  /** Keeps at once what was to be kept in a moment. */
  flush(): void {
    for (const [spot, timer] of this.soon) {
      clearTimeout(timer);
      const form = this.root.querySelector<HTMLFormElement>(
        `form[data-ask="${CSS.escape(spot)}"], form[data-annotate="${CSS.escape(spot)}"]`,
      );
      if (form) {
        this.post(spot, form.dataset.ask ? keeping(form) : "annotate", form);
      }
    }
    this.soon.clear();
  }

  /** Hands in; asked once more where something is open. */
  handIn(form: HTMLFormElement, button: HTMLButtonElement | null): void {
    this.flush();
    const here = [...this.root.querySelectorAll<HTMLFormElement>("form[data-ask]")];
    // When every question is on this page, what is not yet sent counts too; else what the server knows.
    const open = here.length < Number(form.dataset.questions) ? Number(form.dataset.openQuestions) : here.filter(isOpen).length;
    if (open > 0 && form.dataset.asked !== String(open) && button) {
      form.dataset.asked = String(open);
      button.textContent = saidIn(this.root, "handInOpen", open);
      return;
    }
    if (button) {
      button.disabled = true;
    }
    this.post("", "handIn", form);
  }

  /** Says, where the line is lost, that an answer is marked when it is back. */
  busy(form: HTMLFormElement, button: HTMLButtonElement | null): void {
    form.setAttribute("aria-busy", "true");
    window.setTimeout(() => {
      if (form.getAttribute("aria-busy") && button?.isConnected && this.connection.isLost) {
        const place = form.querySelector("[data-verdict]");
        if (place) {
          place.textContent = saidIn(this.root, "markedWhenBack");
        }
      }
    }, 600);
  }

  private later(spot: string, pause: number, keep: (spot: string) => void): void {
    clearTimeout(this.soon.get(spot));
    this.soon.set(
      spot,
      window.setTimeout(() => {
        this.soon.delete(spot);
        keep(spot);
      }, pause),
    );
  }
}

/** The act that keeps an answer: that of the whole of it, or, where its family says so, of what was added to it. */
const keeping = (form: HTMLFormElement): string => form.querySelector<HTMLElement>("[data-keeps-by]")?.dataset.keepsBy ?? "answer";

/** True when nothing is given in a question yet. */
function isOpen(form: HTMLFormElement): boolean {
  if (form.dataset.answered === "yes") {
    return false;
  }
  return ![
    ...form.querySelectorAll<HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement>(
      "input[name=pick], input[name=none], [name^=part-], [name=text]",
    ),
  ].some(field =>
    field instanceof HTMLInputElement && ["checkbox", "radio"].includes(field.type) ? field.checked : field.value.trim() !== "",
  );
}
