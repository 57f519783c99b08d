import type { Changed } from "../learner/families";
import { saidIn } from "../learner/said";
import { boardWidth, type Mark, pointsOf, svgOf, usual } from "../shared/drawn";
import { settleSheets } from "../shared/sheet";

/** Boards to draw on, by pen, finger, mouse and keys. */
export function start(root: HTMLElement, changed: Changed, signal: AbortSignal): () => void {
  const boards = new Map<HTMLElement, DrawingBoard>();
  root.addEventListener(
    "click",
    event => {
      const save = (event.target as HTMLElement).closest<HTMLAnchorElement>("[data-save-png]");
      if (save) {
        event.preventDefault();
        void savePng(save.href);
      }
    },
    { signal },
  );
  const settle = (): void => {
    settleSheets(root);
    for (const sheet of root.querySelectorAll<HTMLElement>(".drawing-sheet")) {
      sheet.parentElement!.style.setProperty("--ratio", sheet.dataset.ratio!);
    }
    for (const place of root.querySelectorAll<HTMLElement>("[data-family=drawing]")) {
      const known = boards.get(place);
      if (known) {
        known.settle();
      } else if (place.dataset.takes === "yes") {
        boards.set(place, new DrawingBoard(place, changed, signal));
      }
    }
  };
  settle();
  return settle;
}

/** What a step puts on the board and takes away. */
interface Step {
  put: Mark[];
  gone: number[];
}

/** A place on the board, in its units. */
interface At {
  x: number;
  y: number;
}

const Furthest = 6;

/** From so many marks on a drawing takes a while to paint: while it is sized, what was painted is stretched, and painted sharp once the hand rests. */
const Many = 300;
const Rest = 160;

/** How high letters are at least where they are written, in pixels, and at most, in units of the board. */
const Letters = 15;
const Largest = 1200;

class DrawingBoard {
  private readonly marks = new Map<number, Mark>();
  private readonly asWritten = new WeakMap<Mark, string>();
  private readonly stamps: Record<string, string>;
  private undone: [Step, Step][] = [];
  private done: [Step, Step][] = [];
  private put = new Map<number, Mark>();
  private gone = new Set<number>();
  private draft: Mark | null = null;
  private erased = new Set<number>();
  private rubbed: At | null = null;
  private chosen: number | null = null;
  private grip: At | null = null;
  private moved: At = { x: 0, y: 0 };
  private cross: At;
  private zoom = 1;
  private sharp = 1;
  private resting = 0;
  private readonly fingers = new Map<number, PointerEvent>();
  private pinch: { apart: number; zoom: number } | null = null;
  private drawing = false;
  /** Where words go that are being typed; null while none are awaited. */
  private awaited: At | null = null;
  private large = false;

  constructor(
    private place: HTMLElement,
    private changed: Changed,
    signal: AbortSignal,
  ) {
    this.stamps = JSON.parse(place.dataset.stamps || "{}") as Record<string, string>;
    this.cross = { x: boardWidth / 2, y: this.height / 2 };
    for (const mark of JSON.parse(place.dataset.marks || "[]") as Mark[]) {
      this.marks.set(mark.number, mark);
    }
    this.redraw();
    // Whatever sends the form takes along what has changed since it was sent last.
    place.closest("form")!.addEventListener(
      "formdata",
      event => {
        if (this.put.size === 0 && this.gone.size === 0) {
          return;
        }
        event.formData.set("put", JSON.stringify([...this.put.values()]));
        event.formData.set("gone", [...this.gone].join(" "));
        this.put = new Map();
        this.gone = new Set();
      },
      { signal },
    );
    this.listen(signal);
    this.tools();
    this.sharpen();
  }

  /** In line again after the page was redrawn. */
  settle(): void {
    if (this.place.dataset.takes !== "yes") {
      return;
    }
    this.redraw();
    this.tools();
    this.sharpen();
    if (this.large) {
      this.enlarge(true);
    }
  }

  private get height(): number {
    return Number(this.place.dataset.height);
  }
  private get view(): HTMLElement {
    return this.find("view");
  }
  private get sheet(): HTMLElement {
    return this.find("sheet");
  }
  private find(name: string): HTMLElement {
    return this.place.querySelector<HTMLElement>(`[data-${name}]`)!;
  }
  private get tool(): string {
    return this.picked("tool");
  }
  private picked(name: string): string {
    return this.place.querySelector<HTMLInputElement>(`input[name=${name}]:checked`)?.value ?? "";
  }

  private listen(signal: AbortSignal): void {
    const on = <K extends keyof HTMLElementEventMap>(kind: K, act: (event: HTMLElementEventMap[K]) => void): void =>
      this.place.addEventListener(kind, act as EventListener, { signal });
    on("pointerdown", event => this.down(event));
    on("pointermove", event => this.move(event));
    on("pointerup", event => this.up(event));
    on("pointercancel", event => this.up(event));
    on("keydown", event => this.key(event));
    on("wheel", event => {
      if (event.ctrlKey && (event.target as HTMLElement).closest("[data-view]")) {
        event.preventDefault();
        this.setZoom(this.zoom * Math.exp(-event.deltaY / 300), event);
      }
    });
    on("change", event => {
      event.stopPropagation();
      if ((event.target as HTMLInputElement).name === "tool") {
        this.placeWords();
        this.choose(null);
      } else if (this.chosen !== null) {
        this.restyle(event.target as HTMLInputElement);
      }
      this.tools();
    });
    on("input", event => {
      event.stopPropagation();
      if (event.target === this.words && this.awaited) {
        this.draft = this.words.value.trim() === "" ? null : this.made("text", this.awaited, usual, this.words.value.trim());
        this.show();
      }
    });
    on("click", event => {
      const button = (event.target as HTMLElement).closest<HTMLElement>("button.tool");
      if (!button) {
        return;
      }
      if ("undo" in button.dataset) {
        this.back(this.done, this.undone);
      } else if ("redo" in button.dataset) {
        this.back(this.undone, this.done);
      } else if ("larger" in button.dataset) {
        this.setZoom(this.zoom * 1.5);
      } else if ("smaller" in button.dataset) {
        this.setZoom(this.zoom / 1.5);
      } else if ("takeAway" in button.dataset) {
        this.takeAway();
      } else if ("large" in button.dataset) {
        this.enlarge(!this.large);
      }
    });
  }

  /** The board over the whole window, and back. */
  private enlarge(large: boolean): void {
    this.large = large;
    this.place.popover = large ? "manual" : null;
    if (large && !this.place.matches(":popover-open")) {
      this.place.showPopover();
    }
    this.find("large").setAttribute("aria-pressed", String(large));
  }

  // Pointers

  private down(event: PointerEvent): void {
    if (!(event.target as HTMLElement).closest("[data-sheet]") || (event.pointerType === "mouse" && event.button !== 0)) {
      return;
    }
    event.preventDefault();
    this.view.focus({ preventScroll: true });
    this.fingers.set(event.pointerId, event);
    if (event.pointerType === "touch" && this.fingers.size === 2) {
      // Two fingers move and size the board; what the first had begun is none.
      this.letGo();
      this.pinch = { apart: this.apart(), zoom: this.zoom };
      return;
    }
    if (this.fingers.size > 1) {
      return;
    }
    this.sheet.setPointerCapture(event.pointerId);
    this.drawing = true;
    this.begin(this.at(event), pressureOf(event));
  }

  private move(event: PointerEvent): void {
    const before = this.fingers.get(event.pointerId);
    if (!before) {
      return;
    }
    if (this.pinch) {
      this.view.scrollLeft -= (event.clientX - before.clientX) / 2;
      this.view.scrollTop -= (event.clientY - before.clientY) / 2;
      this.fingers.set(event.pointerId, event);
      this.setZoom((this.pinch.zoom * this.apart()) / this.pinch.apart, this.middle());
      return;
    }
    if (!this.drawing) {
      return;
    }
    const steps = event.getCoalescedEvents?.() ?? [];
    for (const step of steps.length > 0 ? steps : [event]) {
      this.go(this.at(step), pressureOf(step));
    }
  }

  private up(event: PointerEvent): void {
    if (!this.fingers.delete(event.pointerId)) {
      return;
    }
    if (this.pinch) {
      if (this.fingers.size === 0) {
        this.pinch = null;
      }
      return;
    }
    if (event.type === "pointercancel") {
      this.letGo();
    } else if (this.drawing) {
      this.end();
    }
    this.drawing = false;
  }

  private at(event: { clientX: number; clientY: number }): At {
    const box = this.sheet.getBoundingClientRect();
    return {
      x: Math.round(((event.clientX - box.left) / box.width) * boardWidth),
      y: Math.round(((event.clientY - box.top) / box.width) * boardWidth),
    };
  }

  /** The two fingers on the board; while there is one, it is both. */
  private two(): [PointerEvent, PointerEvent] {
    const [one, other] = [...this.fingers.values()];
    return [one!, other ?? one!];
  }

  private apart(): number {
    const [one, other] = this.two();
    return Math.max(10, Math.hypot(one.clientX - other.clientX, one.clientY - other.clientY));
  }

  private middle(): { clientX: number; clientY: number } {
    const [one, other] = this.two();
    return { clientX: (one.clientX + other.clientX) / 2, clientY: (one.clientY + other.clientY) / 2 };
  }

  // What a hand does, whatever it holds

  private begin(at: At, pressure: number): void {
    const tool = this.tool;
    if (tool === "select") {
      this.choose(this.hit(at));
      [this.grip, this.moved] = [at, { x: 0, y: 0 }];
    } else if (tool === "erase") {
      [this.erased, this.rubbed] = [new Set(), null];
      this.erase(at);
    } else {
      this.placeWords();
      const words = tool === "text" ? this.words.value.trim() : tool === "stamp" ? this.picked("stamp") : "";
      if (tool === "text" && words === "") {
        // A place first, then its words.
        [this.awaited, this.cross] = [at, at];
        this.find("cross").hidden = false;
        this.say(saidIn(this.place, "drawWriteNow"));
        this.words.focus();
        return;
      }
      this.draft = this.made(tool, at, pressure, words);
      this.show();
    }
  }

  /** A mark as it begins. Letters are so large on a small screen that they can be read. */
  private made(tool: string, at: At, pressure: number, words: string): Mark {
    const lies = tool === "text" || tool === "stamp";
    const width = Number(this.picked("width"));
    const readable = tool === "text" ? (Letters * boardWidth) / this.sheet.getBoundingClientRect().width : 0;
    return {
      number: this.next(),
      sort: tool,
      colour: this.picked("colour"),
      width: lies ? Math.round(Math.min(Largest, Math.max(200 + width * 4, readable))) : width,
      points: tool === "line" ? `${at.x},${at.y},${pressure}` : lies ? `${at.x},${at.y}` : `${at.x},${at.y} ${at.x},${at.y}`,
      words,
    };
  }

  /** Puts what was typed for a place there. */
  private placeWords(): boolean {
    const [at, words] = [this.awaited, this.words?.value.trim() ?? ""];
    [this.awaited, this.draft] = [null, null];
    if (!at || words === "") {
      return false;
    }
    this.words.value = "";
    this.make({ put: [this.made("text", at, usual, words)], gone: [] });
    return true;
  }

  private get words(): HTMLInputElement {
    return this.place.querySelector<HTMLInputElement>("[name=drawnWords]")!;
  }

  /** A number that no other page of the same learner gives: by the time, above all that are there, with a thousandth part by chance. */
  private next(): number {
    return Math.max(Date.now() * 1000 + Math.floor(Math.random() * 1000), ...[...this.marks.keys()].map(number => number + 1));
  }

  private go(at: At, pressure: number): void {
    if (this.grip && this.chosen !== null) {
      this.moved = { x: at.x - this.grip.x, y: at.y - this.grip.y };
      this.show();
    } else if (this.tool === "erase") {
      this.erase(at);
    } else if (this.draft) {
      const points = this.draft.points.split(" ");
      if (this.draft.sort === "line") {
        const [x = 0, y = 0] = points[points.length - 1]!.split(",").map(Number);
        if (Math.hypot(at.x - x, at.y - y) < 10) {
          return;
        }
        this.draft.points += ` ${at.x},${at.y},${pressure}`;
      } else {
        this.draft.points = this.draft.sort === "text" || this.draft.sort === "stamp" ? `${at.x},${at.y}` : `${points[0]} ${at.x},${at.y}`;
      }
      this.show();
    }
  }

  private end(): void {
    const draft = this.draft;
    this.draft = null;
    if (this.grip && this.chosen !== null && (this.moved.x !== 0 || this.moved.y !== 0)) {
      const by = this.moved;
      [this.grip, this.moved] = [null, { x: 0, y: 0 }];
      this.make({ put: [shifted(this.marks.get(this.chosen)!, by)], gone: [] });
    } else if (this.erased.size > 0) {
      const gone = [...this.erased];
      this.erased = new Set();
      this.make({ put: [], gone });
    } else if (draft && !/^(\S+) \1$/.test(draft.points)) {
      this.make({ put: [draft], gone: [] });
    }
    this.grip = null;
    this.show();
  }

  /** What is begun is given up. */
  private letGo(): void {
    [this.draft, this.grip, this.moved, this.drawing] = [null, null, { x: 0, y: 0 }, false];
    this.erased = new Set();
    this.redraw();
  }

  /** Everything from where the eraser was to where it is now, however fast it went. */
  private erase(at: At): void {
    const from = this.rubbed ?? at;
    const steps = Math.max(1, Math.ceil(Math.hypot(at.x - from.x, at.y - from.y) / 80));
    for (let step = 1; step <= steps; step++) {
      this.rub({ x: from.x + ((at.x - from.x) * step) / steps, y: from.y + ((at.y - from.y) * step) / steps });
    }
    this.rubbed = at;
  }

  private rub(at: At): void {
    const hit = this.hit(at);
    if (hit !== null && !this.erased.has(hit)) {
      this.erased.add(hit);
      this.drawn(hit)?.classList.add("erased");
    }
  }

  /** The topmost mark at a place. */
  private hit(at: At): number | null {
    const near = 90 / Math.sqrt(this.zoom);
    for (const mark of [...this.marks.values()].sort((a, b) => b.number - a.number)) {
      if (this.erased.has(mark.number)) {
        continue;
      }
      const group = this.drawn(mark.number);
      const box = group?.getBBox();
      const reach = near + mark.width / 2;
      if (
        !group ||
        !box ||
        at.x < box.x - reach ||
        at.x > box.x + box.width + reach ||
        at.y < box.y - reach ||
        at.y > box.y + box.height + reach
      ) {
        continue;
      }
      if (mark.sort === "text" || mark.sort === "stamp") {
        return mark.number;
      }
      for (const path of group.querySelectorAll("path")) {
        const length = path.getTotalLength();
        for (let along = 0; along <= length; along += 60) {
          const point = path.getPointAtLength(along);
          if (Math.hypot(point.x - at.x, point.y - at.y) <= reach) {
            return mark.number;
          }
        }
        const last = path.getPointAtLength(length);
        if (Math.hypot(last.x - at.x, last.y - at.y) <= reach) {
          return mark.number;
        }
      }
    }
    return null;
  }

  private choose(number: number | null): void {
    this.chosen = number;
    (this.find("take-away") as HTMLButtonElement).disabled = number === null;
    if (number !== null) {
      this.say(saidIn(this.place, "drawnChosen", this.nameOf(this.marks.get(number)!)));
    }
    this.show();
  }

  private takeAway(): void {
    if (this.chosen === null) {
      return;
    }
    const gone = this.chosen;
    this.choose(null);
    this.make({ put: [], gone: [gone] });
    this.view.focus();
  }

  private restyle(field: HTMLInputElement): void {
    const mark = this.marks.get(this.chosen!)!;
    const lies = mark.sort === "text" || mark.sort === "stamp";
    if (field.name === "colour") {
      this.make({ put: [{ ...mark, colour: field.value }], gone: [] });
    } else if (field.name === "width") {
      this.make({ put: [{ ...mark, width: lies ? 200 + Number(field.value) * 4 : Number(field.value) }], gone: [] });
    }
  }

  // Steps

  private make(step: Step): void {
    const back: Step = {
      put: [...step.gone, ...step.put.map(mark => mark.number)].map(number => this.marks.get(number)).filter(mark => mark !== undefined),
      gone: step.put.map(mark => mark.number).filter(number => !this.marks.has(number)),
    };
    this.done.push([step, back]);
    this.undone = [];
    this.apply(step);
  }

  /** Takes a step back, or again. */
  private back(from: [Step, Step][], to: [Step, Step][]): void {
    const last = from.pop();
    if (!last) {
      return;
    }
    to.push([last[1], last[0]]);
    this.chosen = null;
    this.apply(last[1]);
  }

  private apply(step: Step): void {
    for (const mark of step.put) {
      this.marks.set(mark.number, mark);
      this.put.set(mark.number, mark);
      this.gone.delete(mark.number);
      this.draw(mark);
    }
    for (const number of step.gone) {
      this.marks.delete(number);
      this.put.delete(number);
      this.gone.add(number);
      this.drawn(number)?.remove();
    }
    this.show();
    const words = saidIn(this.place, "drawnMarks", this.marks.size);
    this.find("drawn").setAttribute("aria-label", words);
    this.say(words);
    this.tools();
    this.changed(this.place.closest("form")!, "");
  }

  // Showing

  private drawn(number: number): SVGGElement | null {
    return this.find("drawn").querySelector<SVGGElement>(`[data-mark="${number}"]`);
  }

  /** Draws one mark in its place among the others, so that a large drawing is not painted anew for a small change. */
  private draw(mark: Mark): void {
    const now = this.drawn(mark.number);
    const above = now ?? [...this.find("drawn").children].find(other => Number((other as SVGGElement).dataset.mark) > mark.number);
    if (above) {
      above.insertAdjacentHTML("beforebegin", svgOf(mark, this.stamps));
    } else {
      this.find("drawn").insertAdjacentHTML("beforeend", svgOf(mark, this.stamps));
    }
    now?.remove();
  }

  /** A mark as the browser writes it; a mark never changes, so that is worked out once. */
  private written(mark: Mark): string {
    let svg = this.asWritten.get(mark);
    if (svg === undefined) {
      this.asWritten.set(mark, (svg = svgOf(mark, this.stamps).replaceAll("/>", "></path>")));
    }
    return svg;
  }

  /** Brings the board in line with the marks; what stands there already, to the letter, is left alone. */
  private redraw(): void {
    const drawn = this.find("drawn");
    const there = new Map([...drawn.children].map(mark => [Number((mark as SVGGElement).dataset.mark), mark]));
    let last: Element | null = null;
    for (const mark of [...this.marks.values()].sort((a, b) => a.number - b.number)) {
      const svg = this.written(mark);
      let now = there.get(mark.number);
      there.delete(mark.number);
      const next: Element | null = last ? last.nextElementSibling : drawn.firstElementChild;
      if (!now || now.outerHTML !== svg) {
        if (last) {
          last.insertAdjacentHTML("afterend", svg);
        } else {
          drawn.insertAdjacentHTML("afterbegin", svg);
        }
        now?.remove();
        now = last ? last.nextElementSibling! : drawn.firstElementChild!;
      } else if (now !== next) {
        drawn.insertBefore(now, next);
      }
      last = now;
    }
    for (const gone of there.values()) {
      gone.remove();
    }
    this.show();
  }

  /** What is in hand: the mark that is being made, the chosen one, the cross. */
  private show(): void {
    const hand = this.find("hand");
    const chosen = this.chosen !== null ? this.marks.get(this.chosen) : undefined;
    let inside = this.draft ? svgOf(this.draft, this.stamps) : "";
    if (chosen) {
      const drawn = this.drawn(chosen.number);
      drawn?.setAttribute("transform", `translate(${this.moved.x} ${this.moved.y})`);
      const box = drawn?.getBBox();
      const [x, y, by] = [this.moved.x, this.moved.y, 60];
      if (box) {
        inside +=
          `<rect class="drawn-chosen" x="${box.x + x - by}" y="${box.y + y - by}" width="${box.width + 2 * by}" ` +
          `height="${box.height + 2 * by}" rx="40"/>`;
      }
    }
    hand.innerHTML = inside;
    const cross = this.find("cross");
    cross.style.left = `${(this.cross.x / boardWidth) * 100}%`;
    cross.style.top = `${(this.cross.y / this.height) * 100}%`;
  }

  private say(words: string): void {
    this.find("said").textContent = words;
  }

  private nameOf(mark: Mark): string {
    return (
      saidIn(this.place, `drawn${mark.sort.charAt(0).toUpperCase()}${mark.sort.slice(1)}`) +
      (mark.sort === "text" ? ` “${mark.words}”` : "")
    );
  }

  private tools(): void {
    for (const part of this.place.querySelectorAll<HTMLElement>("[data-for]")) {
      part.hidden = part.dataset.for !== this.tool;
    }
    (this.find("undo") as HTMLButtonElement).disabled = this.done.length === 0;
    (this.find("redo") as HTMLButtonElement).disabled = this.undone.length === 0;
    (this.find("take-away") as HTMLButtonElement).disabled = this.chosen === null;
    this.sheet.dataset.holding = this.tool;
  }

  private setZoom(zoom: number, round?: { clientX: number; clientY: number }): void {
    const next = Math.min(Furthest, Math.max(1, zoom));
    const view = this.view.getBoundingClientRect();
    const at = round ? { x: round.clientX - view.left, y: round.clientY - view.top } : { x: view.width / 2, y: view.height / 2 };
    const [x, y] = [(this.view.scrollLeft + at.x) / this.zoom, (this.view.scrollTop + at.y) / this.zoom];
    this.zoom = next;
    clearTimeout(this.resting);
    if (this.marks.size < Many) {
      this.sharpen();
    } else {
      // Scroll bars that come and go must not size what is only stretched.
      if (this.sheet.style.transform === "") {
        this.sheet.style.width = `${this.sheet.getBoundingClientRect().width}px`;
      }
      const stretch = next / this.sharp;
      this.sheet.style.transform = `scale(${stretch})`;
      this.sheet.style.marginBlockEnd = `${(stretch - 1) * this.sheet.offsetHeight}px`;
      this.resting = window.setTimeout(() => this.sharpen(), Rest);
    }
    this.view.classList.toggle("zoomed", next > 1);
    [this.view.scrollLeft, this.view.scrollTop] = [x * next - at.x, y * next - at.y];
  }

  /** Paints the drawing at the size it is shown in. */
  private sharpen(): void {
    clearTimeout(this.resting);
    this.sharp = this.zoom;
    Object.assign(this.sheet.style, { width: `${this.zoom * 100}%`, transform: "", marginBlockEnd: "" });
    this.sheet.classList.toggle("many", this.marks.size >= Many);
  }

  // Keys

  private key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    const letter = event.key.toLowerCase();
    if ((event.ctrlKey || event.metaKey) && !target.matches("input:not([type=radio])") && (letter === "z" || letter === "y")) {
      event.preventDefault();
      event.stopPropagation();
      if (letter === "y" || event.shiftKey) {
        this.back(this.undone, this.done);
      } else {
        this.back(this.done, this.undone);
      }
      return;
    }
    if (target.matches("[name=drawnWords]") && event.key === "Enter") {
      event.preventDefault();
      this.find("cross").hidden = this.placeWords();
      this.view.focus();
      return;
    }
    if (event.key === "Escape" && this.large && !this.drawing && this.chosen === null) {
      event.stopPropagation();
      this.enlarge(false);
      (this.find("large") as HTMLButtonElement).focus();
      return;
    }
    if (!target.matches("[data-view]")) {
      return;
    }
    const way = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as Record<string, [number, number]>)[
      event.key
    ];
    if (way) {
      event.preventDefault();
      event.stopPropagation();
      const far = (event.shiftKey ? 0.002 : event.repeat ? 0.03 : 0.01) * boardWidth;
      if (this.tool === "select" && this.chosen !== null) {
        this.make({ put: [shifted(this.marks.get(this.chosen)!, { x: way[0] * far, y: way[1] * far })], gone: [] });
        return;
      }
      this.find("cross").hidden = false;
      this.cross = {
        x: Math.round(Math.min(boardWidth, Math.max(0, this.cross.x + way[0] * far))),
        y: Math.round(Math.min(this.height, Math.max(0, this.cross.y + way[1] * far))),
      };
      if (this.drawing) {
        this.go(this.cross, usual);
      }
      this.show();
    } else if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      this.find("cross").hidden = false;
      if (this.drawing) {
        this.drawing = false;
        this.end();
        return;
      }
      this.begin(this.cross, usual);
      if (this.draft?.sort === "text" || this.draft?.sort === "stamp" || this.tool === "select") {
        this.end();
      } else if (this.draft || this.tool === "erase") {
        this.drawing = true;
        if (this.draft) {
          this.say(saidIn(this.place, "drawnBegun", this.nameOf(this.draft)));
        }
      }
    } else if (event.key === "Delete" || event.key === "Backspace") {
      // The drawing's keys are none of the workbench's around a trial.
      event.preventDefault();
      event.stopPropagation();
      this.takeAway();
    } else if (event.key === "Escape" && (this.drawing || this.chosen !== null)) {
      event.stopPropagation();
      this.choose(null);
      this.letGo();
    } else if (event.key === "+" || event.key === "-") {
      this.setZoom(event.key === "+" ? this.zoom * 1.5 : this.zoom / 1.5);
    }
  }
}

/** A pen says how strongly it is pressed; fingers and mice do not, whatever their numbers. */
const pressureOf = (event: PointerEvent): number =>
  event.pointerType === "pen" ? Math.round(Math.min(1, Math.max(0, event.pressure)) * 100) : usual;

function shifted(mark: Mark, by: At): Mark {
  return {
    ...mark,
    points: pointsOf(mark)
      .map(point => `${Math.round(point.x + by.x)},${Math.round(point.y + by.y)}${mark.sort === "line" ? `,${point.p}` : ""}`)
      .join(" "),
  };
}

/** The drawing, as the server keeps it, as pixels: twice as many as a wide screen shows. */
async function savePng(address: string): Promise<void> {
  const drawn = Object.assign(new Image(), { src: address });
  await drawn.decode();
  const canvas = document.createElement("canvas");
  canvas.width = 2000;
  canvas.height = Math.round((2000 * drawn.naturalHeight) / drawn.naturalWidth);
  const sheet = canvas.getContext("2d")!;
  sheet.fillStyle = "#ffffff";
  sheet.fillRect(0, 0, canvas.width, canvas.height);
  sheet.drawImage(drawn, 0, 0, canvas.width, canvas.height);
  const file = await new Promise<Blob | null>(done => canvas.toBlob(done, "image/png"));
  if (!file) {
    return;
  }
  const link = Object.assign(document.createElement("a"), { href: URL.createObjectURL(file), download: "drawing.png" });
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10000);
}
