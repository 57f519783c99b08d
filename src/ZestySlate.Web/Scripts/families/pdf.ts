import type { Changed } from "../learner/families";
import { saidIn } from "../learner/said";

interface Viewport {
  width: number;
  height: number;
}
interface PdfPage {
  getViewport(o: { scale: number }): Viewport;
  render(o: object): { promise: Promise<void>; cancel(): void };
  getTextContent(): Promise<object>;
}
interface Pdf {
  numPages: number;
  getPage(n: number): Promise<PdfPage>;
}
interface Reader {
  GlobalWorkerOptions: { workerSrc: string };
  getDocument(o: object): { promise: Promise<Pdf> };
  TextLayer: new (o: object) => { render(): Promise<void> };
}

/** PDFs read in place: page by page, larger and smaller, with their words to select. The reader comes after the page. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  const readers = new Map<HTMLElement, PdfPlace>();
  const settle = (): void => {
    for (const place of root.querySelectorAll<HTMLElement>("[data-pdf-read]")) {
      const known = readers.get(place);
      if (!known) {
        readers.set(place, new PdfPlace(place, signal));
      } else {
        known.settle();
      }
    }
  };
  settle();
  return settle;
}

class PdfPlace {
  private reader?: Reader;
  private pdf?: Pdf;
  private number = 1;
  private zoom = 1;
  private drawn = "";

  constructor(
    private place: HTMLElement,
    signal: AbortSignal,
  ) {
    place.addEventListener(
      "click",
      event => {
        const button = (event.target as HTMLElement).closest<HTMLElement>("[data-pdf-turn], [data-pdf-zoom]");
        if (!button) {
          return;
        }
        if (button.dataset.pdfTurn) {
          this.number = Math.min(this.pdf?.numPages ?? 1, Math.max(1, this.number + Number(button.dataset.pdfTurn)));
        } else {
          this.zoom = Math.min(4, Math.max(0.5, this.zoom * Number(button.dataset.pdfZoom)));
        }
        void this.draw();
      },
      { signal },
    );
    new ResizeObserver(() => void this.draw()).observe(place);
    void this.open();
  }

  settle(): void {
    if (!this.page.querySelector("canvas")) {
      this.drawn = "";
    }
    void this.draw();
  }

  private get page(): HTMLElement {
    return this.place.querySelector<HTMLElement>("[data-pdf-page]")!;
  }

  private async open(): Promise<void> {
    try {
      const address = "/dist/pdf.js";
      this.reader = (await import(address)) as Reader;
      this.reader.GlobalWorkerOptions.workerSrc = "/dist/pdf.worker.js";
      this.pdf = await this.reader.getDocument({ url: this.place.dataset.pdfRead, isEvalSupported: false }).promise;
      await this.draw();
    } catch {
      this.page.textContent = saidIn(this.place, "pdfCannot");
    }
  }

  /** The page as wide as there is room, times the zoom; drawn anew only when something has changed. */
  private async draw(): Promise<void> {
    const width = Math.round(this.page.clientWidth);
    const wanted = `${this.number} ${this.zoom} ${width}`;
    if (!this.pdf || !this.reader || width === 0 || this.drawn === wanted) {
      return;
    }
    this.drawn = wanted;
    const page = await this.pdf.getPage(this.number);
    const natural = page.getViewport({ scale: 1 });
    const scale = ((width - 2) / natural.width) * this.zoom;
    const viewport = page.getViewport({ scale });
    const sharp = Math.min(2, window.devicePixelRatio || 1);
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [Math.round(viewport.width * sharp), Math.round(viewport.height * sharp)];
    [canvas.style.width, canvas.style.height] = [`${viewport.width}px`, `${viewport.height}px`];
    await page.render({ canvas, viewport: page.getViewport({ scale: scale * sharp }) }).promise;
    const words = Object.assign(document.createElement("div"), { className: "pdf-words" });
    words.style.setProperty("--total-scale-factor", String(scale));
    await new this.reader.TextLayer({ textContentSource: await page.getTextContent(), container: words, viewport }).render();
    if (this.drawn !== wanted) {
      return;
    }
    const sheet = Object.assign(document.createElement("div"), { className: "pdf-sheet" });
    [sheet.style.width, sheet.style.height] = [`${viewport.width}px`, `${viewport.height}px`];
    sheet.append(canvas, words);
    this.page.replaceChildren(sheet);
    const said = saidIn(this.place, "pdfPage", this.number, this.pdf.numPages);
    this.place.querySelector("[data-pdf-at]")!.textContent = said;
    for (const button of this.place.querySelectorAll<HTMLButtonElement>("[data-pdf-turn]")) {
      button.disabled = button.dataset.pdfTurn === "1" ? this.number >= this.pdf.numPages : this.number <= 1;
    }
  }
}
