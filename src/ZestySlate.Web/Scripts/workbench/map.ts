import { drag, swallowClick } from "../shared/drag";

/** The nearest and the farthest that a map is seen, as shares of its own size. */
const Nearest = 4,
  Farthest = 0.1;

/** What a hand does on the map: the ground moves it, a wheel with Ctrl goes nearer, a line drawn from a scene begins a choice. */
export function watchMap(dialog: HTMLDialogElement): void {
  dialog.addEventListener("pointerdown", event => {
    const target = event.target as Element;
    const drawing = target.closest<SVGSVGElement>(".scene-map");
    if (!drawing || event.button !== 0) {
      return;
    }
    const node = target.closest<SVGGElement>(".map-node");
    if (node) {
      draw(event, drawing, node);
    } else {
      move(event, drawing.parentElement!);
    }
  });
  dialog.addEventListener(
    "wheel",
    event => {
      const drawing = (event.target as Element).closest<SVGSVGElement>(".scene-map");
      if (drawing && event.ctrlKey) {
        event.preventDefault();
        zoom(drawing, event.deltaY < 0 ? 1.15 : 1 / 1.15, event.clientX, event.clientY);
      }
    },
    { passive: false },
  );
  dialog.addEventListener("keydown", event => {
    const drawing = dialog.querySelector<SVGSVGElement>(".scene-map");
    const inField = (event.target as Element).matches("input, textarea, select");
    if (drawing && !inField && ["+", "-", "0"].includes(event.key)) {
      event.preventDefault();
      zoom(drawing, event.key === "0" ? fit(drawing) : event.key === "+" ? 1.15 : 1 / 1.15);
    }
  });
}

/** By so much the map has to grow to be seen as a whole. */
export function fit(drawing: SVGSVGElement): number {
  const room = drawing.parentElement!;
  const box = drawing.getBoundingClientRect();
  return Math.min(room.clientWidth / box.width, room.clientHeight / box.height, 1 / shareOf(drawing));
}

/** Goes nearer or farther; what is under a place of the screen stays there, else what is in the middle. */
export function zoom(drawing: SVGSVGElement, by: number, x?: number, y?: number): void {
  const room = drawing.parentElement!;
  const outer = room.getBoundingClientRect();
  const factor = Math.min(Nearest, Math.max(Farthest, shareOf(drawing) * by)) / shareOf(drawing);
  const [left, top] = [(x ?? outer.left + outer.width / 2) - outer.left, (y ?? outer.top + outer.height / 2) - outer.top];
  const [from, down] = [room.scrollLeft + left, room.scrollTop + top];
  for (const side of ["width", "height"] as const) {
    drawing.setAttribute(side, String(Number(drawing.getAttribute(side)) * factor));
  }
  room.scrollTo(from * factor - left, down * factor - top);
}

const shareOf = (drawing: SVGSVGElement): number => Number(drawing.getAttribute("width")) / drawing.viewBox.baseVal.width;

function move(down: PointerEvent, room: HTMLElement): void {
  const [left, top] = [room.scrollLeft, room.scrollTop];
  drag(down, { move: now => room.scrollTo(left - (now.clientX - down.clientX), top - (now.clientY - down.clientY)) }, 3);
}

/** A line from a scene to another, or to the empty ground for a new one: the form beside the map is filled in, and asks for the words. */
function draw(down: PointerEvent, drawing: SVGSVGElement, node: SVGGElement): void {
  const form = drawing.closest("dialog")!.querySelector<HTMLFormElement>("form[data-map-choice]");
  const line = document.createElementNS("http://www.w3.org/2000/svg", "line");
  line.setAttribute("class", "pointer-events-none stroke-zest-strong stroke-3");
  const at = (event: PointerEvent): DOMPoint =>
    new DOMPoint(event.clientX, event.clientY).matrixTransform(drawing.getScreenCTM()!.inverse());
  const begun = at(down);
  drag(
    down,
    {
      move: now => {
        const there = at(now);
        for (const [name, value] of Object.entries({ x1: begun.x, y1: begun.y, x2: there.x, y2: there.y })) {
          line.setAttribute(name, String(value));
        }
        drawing.append(line);
      },
      end: (moved, last) => {
        line.remove();
        const there = document.elementFromPoint(last.clientX, last.clientY);
        const goal = there?.closest<SVGGElement>(".map-node");
        if (!moved || !form || goal === node || !drawing.parentElement!.contains(there)) {
          return;
        }
        swallowClick();
        form.querySelector<HTMLSelectElement>("[name=scene]")!.value = node.dataset.at!;
        form.querySelector<HTMLSelectElement>("[name=to]")!.value = goal?.dataset.at ?? "";
        form.querySelector<HTMLInputElement>("[name=words]")!.focus();
      },
    },
    6,
  );
}
