import htmx from "htmx.org";
import { morph } from "../shared/morph";
import { isOwn, placeSigns, typing } from "../shared/place";
import { ask, lostWords } from "../shared/ask";
import { raised } from "../shared/raised";
import { startBackdrops } from "../shared/backdrops";
import { startPanoramas } from "../shared/surface";
import { settleRich, startRich } from "./rich";

export type Fields = FormData | Record<string, string>;

/** So often a fault of the server's over one and the same change is borne; then it is told, and what stands behind it goes on. */
const Patience = 4;

interface Change {
  path: string;
  fields: FormData;
  form: HTMLFormElement | null;
  after?: () => void;
}

/**
 * The rooms of the workbench and the line of changes on their way to the server. Changes leave one after the other, each based
 * on the version before it; a lost connection holds the line, somebody else's change stops it and asks.
 */
export class Rooms {
  version: number;
  /** The selected spots, separated by commas; empty when the scene is. */
  selected: string;
  /** The scene on the stage. */
  at: string;
  /** True when what is shown is behind what is chosen. */
  private stale = false;
  private shown = "";
  private line: Change[] = [];
  private busy = false;
  /** True while somebody else's change waits for the author's decision. */
  private held = false;
  /** Forms that were typed in and not yet put in line, each with what puts it there. */
  private typed = new Map<HTMLFormElement, () => void>();
  /** The field that was changed last. */
  private lastField: HTMLElement | null = null;
  /** Who waits until everything is saved. */
  private waiting: (() => void)[] = [];
  /** Spots that a hand is moving or resizing: until that is saved, a redraw leaves them where the hand has put them. */
  readonly carried = new Set<string>();
  /** Called after the rooms were redrawn. */
  redrawn: (() => void)[] = [];
  /** True while the stage shows a trial and must not be redrawn as the author's stage. */
  keepStage = false;

  constructor(readonly body: HTMLElement) {
    this.version = Number(body.dataset.version);
    this.selected = body.dataset.selected ?? "";
    this.at = body.dataset.at ?? "";
    body.addEventListener("input", event => {
      this.lastField = event.target as HTMLElement;
    });
    this.arrange();
  }

  get address(): string {
    return this.body.dataset.address!;
  }

  /** Puts a change in line, behind what was typed before. */
  send(path: string, fields: Fields, options: { form?: HTMLFormElement; after?: () => void } = {}): void {
    this.flush();
    const data = fields instanceof FormData ? fields : new FormData();
    if (!(fields instanceof FormData)) {
      for (const [name, value] of Object.entries(fields)) {
        data.set(name, value);
      }
    }
    this.line.push({ path, fields: data, form: options.form ?? null, after: options.after });
    this.state("saving");
    void this.run();
  }

  /** Marks a form as typed in but not yet in line, with what will put it there; or as being in line. */
  touch(form: HTMLFormElement, save: (() => void) | null): void {
    if (save) {
      this.typed.set(form, save);
      this.state("saving");
    } else {
      this.typed.delete(form);
    }
  }

  /** True when everything is saved. */
  get settled(): boolean {
    return this.line.length === 0 && this.typed.size === 0 && !this.busy && !this.held;
  }

  /** Saves what is typed and waits until everything is saved, for three seconds at most: a lost connection is no reason to stand still. */
  async settle(): Promise<void> {
    this.flush();
    if (!this.settled) {
      await Promise.race([new Promise<void>(done => this.waiting.push(done)), new Promise(done => setTimeout(done, 3000))]);
    }
  }

  private flush(): void {
    [...this.typed.values()].forEach(save => save());
  }

  /** The one selected spot, or "". */
  get one(): string {
    return this.selected.includes(",") ? "" : this.selected;
  }

  get several(): string[] {
    return this.selected.split(",").filter(Boolean);
  }

  isSelected(spot: string): boolean {
    return this.several.includes(spot);
  }

  /** Selects spots (separated by commas), or the scene by "". */
  async select(spots: string, after?: () => void): Promise<void> {
    if (spots !== this.selected) {
      this.selected = spots;
      await this.fetch();
    }
    after?.();
  }

  /** Goes to another scene. */
  async go(scene: string, after?: () => void): Promise<void> {
    if (scene !== this.at || this.selected !== "") {
      this.at = scene;
      this.selected = "";
      await this.fetch();
    }
    after?.();
  }

  /** Brings the rooms in line with the draft as it is on the server. */
  async fetch(): Promise<void> {
    const reply = await ask(
      "rooms",
      `${this.address}/rooms?selected=${encodeURIComponent(this.selected)}&at=${encodeURIComponent(this.at)}`,
      {},
      () => this.toast(lostWords),
    );
    if (!reply?.ok) {
      return;
    }
    this.version = Math.max(this.version, Number(reply.headers.get("X-Slate-Version")));
    this.at = reply.headers.get("X-Slate-At") ?? this.at;
    this.stale = this.line.length > 0;
    if (!this.stale) {
      this.draw(reply.text);
    }
  }

  private async run(): Promise<void> {
    if (this.busy || this.held) {
      return;
    }
    this.busy = true;
    let failed = 0;
    while (this.line.length > 0 && !this.held) {
      const change = this.line[0]!;
      change.fields.set("version", String(this.version));
      if (!change.fields.has("selected")) {
        change.fields.set("selected", this.selected);
      }
      if (!change.fields.has("at")) {
        change.fields.set("at", this.at);
      }
      let reply: Response;
      try {
        reply = await fetch(`${this.address}${change.path}`, {
          method: "POST",
          body: change.fields,
          headers: { "X-Slate-Proof": this.body.dataset.proof! },
        });
        failed = reply.status === 500 ? failed + 1 : 0;
        if (reply.status >= 500 && failed < Patience) {
          throw new Error(String(reply.status));
        }
      } catch {
        this.state("waiting");
        await new Promise(wait => setTimeout(wait, 2000));
        continue;
      }
      failed = 0;
      this.line.shift();
      await this.take(change, reply);
    }
    this.busy = false;
    if (this.stale && !this.held) {
      await this.fetch();
    }
    if (this.settled) {
      this.state(document.querySelector("form[data-refused]") ? "refused" : "saved");
      this.waiting.splice(0).forEach(done => done());
    }
  }

  private async take(change: Change, reply: Response): Promise<void> {
    const text = await reply.text();
    if (reply.status === 409) {
      this.conflict(change, text, Number(reply.headers.get("X-Slate-Version")));
      return;
    }
    if (!reply.ok) {
      this.problem(
        change.form,
        reply.status === 403 || reply.redirected
          ? "You are signed out. Sign in again in another tab, then change this once more."
          : text === "" || text.startsWith("<")
            ? "This could not be saved; the fault is ours. What you typed stays here: change it, or copy it, before you leave the page."
            : text,
      );
      return;
    }
    this.problem(change.form, null);
    this.version = Number(reply.headers.get("X-Slate-Version"));
    if (change.fields.get("selected") === this.selected && change.fields.get("at") === this.at) {
      this.selected = reply.headers.get("X-Slate-Selected") ?? "";
      this.at = reply.headers.get("X-Slate-At") ?? this.at;
      this.draw(text, change.path === "/undo" || change.path === "/redo");
    } else {
      // The author has gone on to something else meanwhile; that is what is fetched when the line is empty.
      this.stale = true;
    }
    change.after?.();
  }

  /**
   * Redraws the rooms. Fields that are being typed in, or whose change is still on its way, are left alone; but a step back or
   * forth reaches the field that one is in too (`overField`): screen and store never part.
   */
  draw(html: string, overField = false): void {
    const next = new DOMParser().parseFromString(html, "text/html");
    const pending = this.line.length > 0 || this.typed.size > 0;
    for (const name of ["room-topline", "room-stage", "room-details", "room-storyboard"]) {
      const old = document.getElementById(name);
      const fresh = next.getElementById(name);
      if (
        !old ||
        !fresh ||
        (name === "room-stage" && this.keepStage) ||
        (pending &&
          old.dataset.of === this.selected &&
          (name === "room-details" || (name === "room-stage" && old.querySelector("form[data-edit]"))))
      ) {
        continue;
      }
      fresh.dataset.of = this.selected;
      const other =
        name === "room-details"
          ? old.dataset.of !== this.selected || old.dataset.shownAt !== this.at
          : name === "room-stage" && old.firstElementChild?.id !== fresh.firstElementChild?.id;
      fresh.dataset.shownAt = this.at;
      if (other) {
        old.replaceWith(fresh);
        continue;
      }
      morph(old, fresh, {
        ignoreActiveValue: typing() && !overField,
        callbacks: {
          beforeNodeMorphed: (before, after) =>
            !renewed(before, after) &&
            !(
              before instanceof HTMLElement &&
              before.matches("[data-refused], #saved, [data-fetched], [data-cells-chosen], [data-by-script]")
            ) &&
            settleRich(before, after),
          // What scripts have put on the stage is on no page of the server's.
          beforeNodeRemoved: node => !isOwn(node),
          beforeAttributeUpdated: (attribute, node) =>
            !node.getAttribute("data-keep")?.split(" ").includes(attribute) &&
            !["style", "data-shown", "data-drawing", "data-corners"].includes(attribute) &&
            !(attribute === "aria-pressed" && node.matches("[data-draw]")) &&
            !(attribute === "class" && node.matches(".panorama-live")) &&
            !(
              ["data-x", "data-y", "data-size", "data-outline"].includes(attribute) &&
              this.carried.has((node as HTMLElement).dataset.sign ?? "")
            ),
        },
      });
    }
    htmx.process(this.body);
    this.arrange();
    if (this.shown !== this.at) {
      this.shown = this.at;
      document.querySelector(".board-here")?.scrollIntoView({ block: "nearest", inline: "start" });
    }
    document.querySelector("[data-board-spots] .board-on")?.scrollIntoView({ block: "nearest", inline: "nearest" });
    this.redrawn.forEach(told => told());
  }

  private arrange(): void {
    placeSigns(document);
    startPanoramas(document);
    startBackdrops(document);
    startRich(document);
    const details = document.getElementById("room-details");
    if (details && details.dataset.of === undefined) {
      details.dataset.of = this.selected;
      details.dataset.shownAt = this.at;
    }
    for (const sign of document.querySelectorAll<HTMLElement>("#room-stage [data-sign]")) {
      sign.classList.toggle("sign-selected", this.isSelected(sign.dataset.sign!));
    }
  }

  private state(state: "saving" | "saved" | "waiting" | "refused"): void {
    const place = document.getElementById("saved");
    if (place) {
      place.dataset.state = state;
      place.lastChild!.textContent = {
        saving: "Saving …",
        saved: "Saved",
        waiting: "No connection; kept here, trying again",
        refused: "Not all is saved",
      }[state];
    }
  }

  private problem(form: HTMLFormElement | null, words: string | null): void {
    const here = form?.isConnected ? form : null;
    here?.querySelector(".field-problem")?.remove();
    here?.removeAttribute("data-refused");
    if (words === null) {
      return;
    }
    if (here) {
      // What was typed stays as it is, to be mended, whatever is redrawn meanwhile.
      here.dataset.refused = "yes";
      const place = document.createElement("p");
      place.className = "problem field-problem";
      place.setAttribute("role", "alert");
      place.textContent = words;
      // Under the field that was changed last, where one looks.
      const field = this.lastField && here.contains(this.lastField) ? this.lastField.closest(".field-pair, .field") : null;
      if (field) {
        field.after(place);
      } else {
        here.append(place);
      }
      place.scrollIntoView({ block: "nearest" });
    } else {
      this.toast(words);
    }
  }

  /** Says something for a while, with something to press when there is: undo, or another offer. */
  toast(words: string, undo?: () => void, offer = "Undo"): void {
    const toast = raised(document.getElementById("toast")!);
    toast.textContent = words;
    if (undo) {
      const button = document.createElement("button");
      button.className = "button button-quiet";
      button.textContent = offer;
      button.addEventListener("click", () => {
        toast.hidden = true;
        undo();
      });
      toast.append(button);
    }
    toast.hidden = false;
    window.setTimeout(() => {
      toast.hidden = true;
    }, 8000);
  }

  private conflict(change: Change, words: string, newest: number): void {
    this.line.unshift(change);
    this.held = true;
    const place = raised(document.getElementById("conflict")!);
    place.textContent = words;
    const again = document.createElement("button");
    again.className = "button";
    again.textContent = "Show how it stands now";
    again.addEventListener("click", () => location.reload());
    const onTop = document.createElement("button");
    onTop.className = "button button-main";
    onTop.textContent = "Put my change on top of it";
    onTop.addEventListener("click", () => {
      place.hidden = true;
      this.version = newest;
      this.held = false;
      void this.run();
    });
    place.append(again, onTop);
    place.hidden = false;
  }
}

/** What a template holds is no part of the page, so it is put there anew. */
function renewed(before: Node, after: Node): boolean {
  if (!(before instanceof HTMLTemplateElement) || !(after instanceof HTMLTemplateElement)) {
    return false;
  }
  before.innerHTML = after.innerHTML;
  return true;
}
