import { upload } from "./upload";

interface PdfPage {
  getViewport(o: { scale: number }): { width: number; height: number };
  render(o: object): { promise: Promise<void> };
}
interface Pdf {
  numPages: number;
  getPage(n: number): Promise<PdfPage>;
}
interface Reader {
  GlobalWorkerOptions: { workerSrc: string };
  getDocument(o: object): { promise: Promise<Pdf> };
}

const Thumb = 160,
  Whole = 1600;

/** Shows the pages of a PDF and keeps those that are ticked as pictures. The reader is loaded only here. */
export function watchPdf(): void {
  const place = document.querySelector<HTMLElement>("[data-pdf]");
  if (!place) {
    return;
  }
  const list = place.querySelector("[data-pdf-pages]")!;
  const take = place.querySelector<HTMLButtonElement>("[data-pdf-take]")!;
  const said = place.querySelector("[data-pdf-said]")!;
  void show().catch(() => {
    said.textContent = "The pages of this PDF cannot be read here. It is kept as it is.";
  });

  async function show(): Promise<void> {
    const address = "/dist/pdf.js";
    const reader = (await import(address)) as Reader;
    reader.GlobalWorkerOptions.workerSrc = "/dist/pdf.worker.js";
    const pdf = await reader.getDocument({ url: place!.dataset.pdf, isEvalSupported: false }).promise;
    for (let number = 1; number <= pdf.numPages; number++) {
      const line = document.createElement("li");
      const label = document.createElement("label");
      const tick = Object.assign(document.createElement("input"), { type: "checkbox", value: String(number) });
      label.append(await drawn(pdf, number, Thumb), tick, ` Page ${number}`);
      line.append(label);
      list.append(line);
    }
    list.addEventListener("change", () => {
      take.disabled = list.querySelector(":checked") === null;
    });
    take.addEventListener("click", () => void keep(pdf));
  }

  async function keep(pdf: Pdf): Promise<void> {
    take.disabled = true;
    const ticked = [...list.querySelectorAll<HTMLInputElement>(":checked")].map(tick => Number(tick.value));
    for (const number of ticked) {
      said.textContent = `Keeping page ${number} …`;
      const canvas = await drawn(pdf, number, Whole);
      const picture = await new Promise<Blob>(done => canvas.toBlob(blob => done(blob!), "image/png"));
      await upload(
        new File([picture], `${place!.dataset.name} page ${number}.png`, { type: "image/png" }),
        place!.dataset.folder ?? "",
        () => {
          /* one line says it */
        },
      );
    }
    said.textContent = `${ticked.length === 1 ? "1 page is" : `${ticked.length} pages are`} among your pictures now.`;
    take.disabled = false;
  }

  async function drawn(pdf: Pdf, number: number, width: number): Promise<HTMLCanvasElement> {
    const page = await pdf.getPage(number);
    const viewport = page.getViewport({ scale: width / page.getViewport({ scale: 1 }).width });
    const canvas = Object.assign(document.createElement("canvas"), {
      width: Math.round(viewport.width),
      height: Math.round(viewport.height),
    });
    await page.render({ canvas, viewport }).promise;
    return canvas;
  }
}
