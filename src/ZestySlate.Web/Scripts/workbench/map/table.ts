import htmx from "htmx.org";
import { ask, lostWords } from "../../shared/ask";
import { morph } from "../../shared/morph";
import { newId, typing } from "../../shared/place";
import type { Rooms } from "../rooms";
import type { Placed } from "./neighbour";
import { showView, watchOverview } from "./overview";
import { watchHand } from "./hand";
import { writeAt } from "./label";
import { watchPinch } from "./pinch";
import { watchMapKeys } from "./keys";
import { saveMap } from "./saved";
import { fit, look, sightOf, zoom } from "./zoom";

const arranger = "/dist/arrange.js";

/** So many chosen scenes are named to the server; of more only how many there are. */
const MostNamed = 40;

const fieldsOf = (values: Record<string, string>): FormData => {
  const fields = new FormData();
  Object.entries(values).forEach(([name, value]) => fields.set(name, value));
  return fields;
};

/** The dialog with the map of the scenes, the place where a story is written. What is done there are edits as everywhere else. */
export class MapTable {
  /** The chosen scenes. */
  chosen = new Set<string>();
  /** The scene that is gone to as soon as it is on the map. */
  private awaited = "";

  constructor(
    private rooms: Rooms,
    readonly dialog: HTMLDialogElement,
  ) {
    watchHand(this);
    watchPinch(this.dialog);
    watchMapKeys(this);
    watchOverview(dialog);
    dialog.addEventListener("submit", event => this.submit(event));
    dialog.addEventListener("click", event => this.click(event.target as Element));
    // Whatever is changed while the map is open, by whatever hand, is on it.
    rooms.redrawn.push(() => {
      if (dialog.open) {
        void this.refresh();
      }
    });
  }

  get drawing(): SVGSVGElement | null {
    return this.dialog.querySelector(".scene-map");
  }

  get nodes(): SVGGElement[] {
    return [...this.dialog.querySelectorAll<SVGGElement>(".map-node")];
  }

  /** Where a scene stands. */
  placeOf(node: SVGGElement): Placed {
    const { e, f } = node.transform.baseVal.consolidate()!.matrix;
    return { x: e, y: f };
  }

  async open(): Promise<void> {
    this.chosen.clear();
    const reply = await this.ask();
    if (reply === null) {
      return;
    }
    this.body.innerHTML = reply;
    if (!this.dialog.open) {
      this.dialog.showModal();
    }
    this.nodes[0]?.focus();
    showView(this.dialog);
  }

  close(): void {
    this.dialog.close();
  }

  /** Closes the map and goes to a scene. */
  go(scene: string): void {
    this.close();
    void this.rooms.go(scene, () => document.querySelector<HTMLElement>(".stage-mat")?.focus());
  }

  /** Chooses a scene, or, with others, takes it into the choice or out of it. */
  press(scene: string, withOthers: boolean): void {
    const others = [...this.chosen].filter(other => other !== scene);
    void this.choose(withOthers ? [...others, ...(this.chosen.has(scene) ? [] : [scene])] : [scene]);
  }

  async choose(scenes: string[]): Promise<void> {
    this.chosen = new Set(scenes);
    this.mark();
    const place = this.dialog.querySelector("#map-chosen");
    if (place) {
      // Asked for the dialog's body, since what is chosen is there anew each time.
      const asked = { source: this.body, target: place, swap: "outerHTML" };
      await htmx.ajax("GET", `${this.rooms.address}/map/chosen?${this.said}`, asked).catch(() => undefined);
      const from = this.choiceForm?.elements.namedItem("scene") as HTMLSelectElement | null;
      if (from && this.chosen.size === 1) {
        from.value = [...this.chosen][0]!;
      }
    }
  }

  /** The title of the chosen scene is asked for. */
  rename(): void {
    this.dialog.querySelector<HTMLInputElement>("#map-chosen input[name=title]")?.select();
  }

  /** A new scene, whose name is asked for. */
  addScene({ x, y }: Placed): void {
    const scene = newId();
    this.rooms.send(
      "/edit",
      { edit: "addScene", title: "", newId: scene, mapX: String(Math.round(x - 95)), mapY: String(Math.round(y - 59)) },
      { after: () => void this.choose([scene]).then(() => this.rename()) },
    );
  }

  /** The name of a scene, or the words of a choice, are written where they stand. */
  write(text: SVGTextElement): void {
    const { write = "", to = "", now = "", longest } = text.dataset;
    const scene = text.closest<SVGGElement>(".map-node")?.dataset.at;
    const box = text.getBoundingClientRect();
    writeAt(
      this.dialog,
      { x: box.left + box.width / 2, y: box.top + box.height / 2 },
      {
        name: scene ? "Name of the scene" : "What they can do",
        now,
        longest: Number(longest),
        done: words =>
          this.rooms.send("/edit", scene ? { edit: "scene", scene, title: words } : { edit: "setChoice", spot: write, words, to }),
      },
    );
  }

  /** A line was drawn from a scene to another, or to the empty ground, where a scene shall stand: its words are written on it. */
  drawChoice(scene: string, to: string, seen: Placed, at?: Placed): void {
    const { maxLength, placeholder } = this.choiceForm!.elements.namedItem("words") as HTMLInputElement;
    writeAt(this.dialog, seen, {
      name: "What they can do",
      now: "",
      like: placeholder,
      longest: maxLength,
      done: words => this.addChoice(fieldsOf({ edit: "choice", scene, words, to }), at),
    });
  }

  /** A choice in a scene is begun; its words are asked for beside the map. */
  beginChoice(scene: string, to: string): void {
    const form = this.choiceForm;
    if (form) {
      (form.elements.namedItem("scene") as HTMLSelectElement).value = scene;
      (form.elements.namedItem("to") as HTMLSelectElement).value = to;
      (form.elements.namedItem("words") as HTMLInputElement).focus();
    }
  }

  /** A scene that leads to this one; itself where none does. */
  before(scene: string): string {
    const way = this.dialog.querySelector<SVGElement>(`path[data-ways$=" ${CSS.escape(scene)}"]`);
    return way?.dataset.ways?.split(" ")[0] ?? scene;
  }

  /** Shows scenes elsewhere while a hand carries them; their ways follow once that is saved. */
  show(places: Map<SVGGElement, Placed>): void {
    const carried = new Set([...places.keys()].map(node => node.dataset.at));
    for (const [node, { x, y }] of places) {
      node.setAttribute("transform", `translate(${x} ${y})`);
    }
    for (const way of this.dialog.querySelectorAll<SVGElement>("[data-ways]")) {
      way.classList.toggle(
        "opacity-20",
        way.dataset.ways!.split(" ").some(end => carried.has(end)),
      );
    }
  }

  /** Puts scenes somewhere. */
  put(places: { id: string; x: number; y: number }[]): void {
    const lines = places.map(({ id, x, y }) => `${id} ${Math.round(x)} ${Math.round(y)}`);
    this.rooms.send("/edit", { edit: "placeOnMap", places: lines.join("\n") });
  }

  /** Moves scenes by so much. */
  nudge(scenes: string[], right: number, down: number): void {
    const moved = this.nodes.filter(node => scenes.includes(node.dataset.at!)).map(node => ({ node, ...this.placeOf(node) }));
    this.show(new Map(moved.map(({ node, x, y }) => [node, { x: x + right, y: y + down }])));
    this.put(moved.map(({ node, x, y }) => ({ id: node.dataset.at!, x: x + right, y: y + down })));
  }

  copy(): void {
    if (this.chosen.size > 0) {
      this.rooms.send(
        "/edit",
        { edit: "copyScenes", scenes: [...this.chosen].join(",") },
        { after: () => this.rooms.toast("Copied.", () => this.step("/undo")) },
      );
    }
  }

  remove(): void {
    const scenes = [...this.chosen];
    if (scenes.length === 0) {
      return;
    }
    this.rooms.send(
      "/edit",
      { edit: "deleteScenes", scenes: scenes.join(",") },
      {
        after: () => {
          this.chosen.clear();
          this.drawing?.parentElement?.focus();
          this.rooms.toast(scenes.length > 1 ? `${scenes.length} scenes deleted.` : "The scene is deleted.", () => this.step("/undo"));
        },
      },
    );
  }

  /** A step back or forth. */
  step(path: "/undo" | "/redo"): void {
    this.rooms.send(path, {});
  }

  /** Lets all scenes be placed anew, so that their ways cross seldom. */
  async arrange(): Promise<void> {
    const nodes = this.nodes.map(node => {
      const { width, height } = node.querySelector("rect")!.getBBox();
      return { id: node.dataset.at!, width, height };
    });
    const ways = [...this.dialog.querySelectorAll<SVGElement>("path[data-ways]")].map(
      way => way.dataset.ways!.split(" ") as [string, string],
    );
    try {
      const { arrange } = (await import(arranger)) as typeof import("./arrange");
      this.put(await arrange(nodes, ways));
      this.rooms.toast("Arranged.", () => this.step("/undo"));
    } catch {
      this.rooms.toast("The scenes could not be arranged. Try it once more.");
    }
  }

  private get body(): HTMLElement {
    return this.dialog.querySelector("[data-dialog-body]")!;
  }

  private get choiceForm(): HTMLFormElement | null {
    return this.dialog.querySelector("form[data-map-choice]");
  }

  /** What is chosen, for addresses, which may not be long. */
  private get said(): string {
    return this.chosen.size > MostNamed ? `many=${this.chosen.size}` : `chosen=${[...this.chosen].join(",")}`;
  }

  private async ask(): Promise<string | null> {
    const reply = await ask("map", `${this.rooms.address}/map?${this.said}`, {}, () => this.rooms.toast(lostWords));
    if (reply && !reply.ok) {
      this.rooms.toast("The map could not be opened. Try once more.");
    }
    return reply?.ok ? reply.text : null;
  }

  /** The map as it is now, looked at as before. */
  private async refresh(): Promise<void> {
    const asked = [...this.chosen].join(",");
    const reply = await this.ask();
    const [old, drawing] = [this.body.querySelector("#map-sides"), this.drawing];
    if (reply === null || !old || !drawing) {
      return;
    }
    const [sight, focused] = [sightOf(drawing), document.activeElement?.closest(".map-node")?.id];
    const next = new DOMParser().parseFromString(reply, "text/html").querySelector("#map-sides")!;
    morph(old, next, {
      ignoreActiveValue: typing(),
      callbacks: {
        // What was chosen meanwhile is on its way by itself.
        beforeNodeMorphed: before =>
          !(before instanceof HTMLElement && before.matches("[data-refused], #outline:focus")) &&
          !(before instanceof HTMLElement && before.id === "map-chosen" && asked !== [...this.chosen].join(",")) &&
          !(before instanceof HTMLFormElement && before.matches("[data-map-choice]") && before.contains(document.activeElement)),
        beforeAttributeUpdated: (name, node) => !node.getAttribute("data-keep")?.split(" ").includes(name),
      },
    });
    look(this.drawing!, sight);
    this.mark();
    showView(this.dialog);
    this.focus(focused ?? "");
  }

  /** Goes to the scene that was waited for, once it is there; else to the one with this id. */
  private focus(id: string): void {
    const awaited = this.awaited ? document.getElementById(`map-node-${this.awaited}`) : null;
    if (awaited) {
      this.awaited = "";
    }
    (awaited ?? document.getElementById(id))?.focus();
  }

  private mark(): void {
    for (const node of this.nodes) {
      node.setAttribute("aria-pressed", String(this.chosen.has(node.dataset.at!)));
    }
  }

  private submit(event: Event): void {
    const form = event.target as HTMLFormElement;
    if (form.matches("[data-map-choice]")) {
      event.preventDefault();
      this.addChoice(new FormData(form), undefined, form);
    } else if (form.matches("[data-outline]")) {
      event.preventDefault();
      this.rooms.send("/edit", { edit: "outline", outline: form.querySelector("textarea")!.value }, { form });
    }
  }

  /** Makes a choice, and its scene where it leads to a new one, which stands `at` a place; whoever writes goes on from there. */
  private addChoice(fields: FormData, at?: Placed, form?: HTMLFormElement): void {
    const made = fields.get("to") === "" ? newId() : "";
    if (made) {
      fields.set("newScene", made);
    }
    if (made && at) {
      fields.set("mapX", String(Math.round(at.x)));
      fields.set("mapY", String(Math.round(at.y - 59)));
    }
    this.rooms.send("/edit", fields, {
      form,
      after: () => {
        const words = form?.querySelector<HTMLInputElement>("[name=words]");
        if (words) {
          words.value = "";
        }
        const next = made || String(fields.get("scene"));
        this.awaited = next;
        void this.choose([next]).then(() => this.focus(""));
      },
    });
  }

  private click(target: Element): void {
    const drawing = this.drawing;
    const nearer = target.closest<HTMLElement>("[data-map-zoom]")?.dataset.mapZoom;
    if (nearer && drawing) {
      zoom(drawing, nearer === "fit" ? fit(drawing) : Number(nearer));
    }
    const saved = target.closest<HTMLElement>("[data-map-save]")?.dataset.mapSave;
    if (saved && drawing) {
      const title = document.querySelector<HTMLInputElement>("input[name=title]")?.value ?? "";
      void saveMap(drawing, saved as "svg" | "png", title).catch(() => this.rooms.toast("The map could not be saved. Try it once more."));
    }
    switch (target.closest<HTMLElement>("[data-map-do]")?.dataset.mapDo) {
      case "copy":
        return this.copy();
      case "delete":
        return this.remove();
      case "undo":
        return this.step("/undo");
      case "redo":
        return this.step("/redo");
      case "arrange":
        return void this.arrange();
    }
  }
}
