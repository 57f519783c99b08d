import { drag, swallowClick } from "../../shared/drag";
import type { MapTable } from "./table";
import { placeOf, zoom } from "./zoom";

/** A drag begins after so many pixels. */
const Slack = 5;

/**
 * What a hand does on the map: the ground moves it, with Shift it chooses what a frame touches, pressed twice it becomes a scene; a
 * scene is chosen, moved with all that are chosen, and opened when pressed twice; a name or the words of a choice, pressed twice, are
 * written where they stand; from a scene's arrow a line begins a choice; a wheel with Ctrl goes nearer.
 */
export function watchHand(table: MapTable): void {
  const { dialog } = table;
  dialog.addEventListener("pointerdown", event => {
    const target = event.target as Element;
    const drawing = target.closest<SVGSVGElement>(".scene-map");
    if (!drawing || event.button !== 0) {
      return;
    }
    const node = target.closest<SVGGElement>(".map-node");
    if (node && target.closest("[data-draw-way]")) {
      drawWay(event, drawing, node, table);
    } else if (node) {
      moveScenes(event, drawing, node, table);
    } else if (event.shiftKey) {
      frame(event, drawing, table);
    } else {
      moveGround(event, drawing.parentElement!, table);
    }
  });
  dialog.addEventListener("click", event => {
    const node = (event.target as Element).closest<SVGGElement>(".map-node");
    if (node) {
      table.press(node.dataset.at!, event.shiftKey || event.ctrlKey || event.metaKey);
    }
  });
  dialog.addEventListener("dblclick", event => {
    const target = event.target as Element;
    const drawing = target.closest<SVGSVGElement>(".scene-map");
    const node = target.closest<SVGGElement>(".map-node");
    const text = target.closest<SVGTextElement>("[data-write]");
    if (text) {
      table.write(text);
    } else if (node) {
      table.go(node.dataset.at!);
    } else if (drawing) {
      table.addScene(placeOf(drawing, event));
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
}

function moveGround(down: PointerEvent, room: HTMLElement, table: MapTable): void {
  const [left, top] = [room.scrollLeft, room.scrollTop];
  drag(
    down,
    {
      move: now => room.scrollTo(left - (now.clientX - down.clientX), top - (now.clientY - down.clientY)),
      end: moved => {
        if (!moved && table.chosen.size > 0) {
          table.choose([]);
        }
      },
    },
    Slack,
  );
}

function moveScenes(down: PointerEvent, drawing: SVGSVGElement, node: SVGGElement, table: MapTable): void {
  const begun = placeOf(drawing, down);
  const carried = table.chosen.has(node.dataset.at!) ? table.nodes.filter(one => table.chosen.has(one.dataset.at!)) : [node];
  const from = new Map(carried.map(one => [one, table.placeOf(one)]));
  let [right, below] = [0, 0];
  drag(
    down,
    {
      move: now => {
        const there = placeOf(drawing, now);
        [right, below] = [Math.round(there.x - begun.x), Math.round(there.y - begun.y)];
        table.show(new Map([...from].map(([one, { x, y }]) => [one, { x: x + right, y: y + below }])));
      },
      end: moved => {
        if (moved) {
          swallowClick();
          table.put([...from].map(([one, { x, y }]) => ({ id: one.dataset.at!, x: x + right, y: y + below })));
        }
      },
    },
    Slack,
  );
}

/** A line from a scene to another, or to the empty ground for a new one: its words are asked for on it. */
function drawWay(down: PointerEvent, drawing: SVGSVGElement, node: SVGGElement, table: MapTable): void {
  const line = shape("line", "pointer-events-none stroke-zest-strong stroke-3");
  const begun = placeOf(drawing, down);
  drag(
    down,
    {
      move: now => {
        const there = placeOf(drawing, now);
        set(line, { x1: begun.x, y1: begun.y, x2: there.x, y2: there.y });
        drawing.append(line);
      },
      end: (moved, last) => {
        line.remove();
        const there = document.elementFromPoint(last.clientX, last.clientY);
        const goal = there?.closest<SVGGElement>(".map-node");
        if (moved && goal !== node && drawing.parentElement!.contains(there)) {
          swallowClick();
          const middle = { x: (down.clientX + last.clientX) / 2, y: (down.clientY + last.clientY) / 2 };
          table.drawChoice(node.dataset.at!, goal?.dataset.at ?? "", middle, goal ? undefined : placeOf(drawing, last));
        }
      },
    },
    Slack,
  );
}

/** Chooses the scenes that a frame touches, beside those that are chosen already. */
function frame(down: PointerEvent, drawing: SVGSVGElement, table: MapTable): void {
  const rect = shape("rect", "pointer-events-none fill-zest/20 stroke-zest-strong");
  const begun = placeOf(drawing, down);
  drag(
    down,
    {
      move: now => {
        const there = placeOf(drawing, now);
        const [x, y] = [Math.min(begun.x, there.x), Math.min(begun.y, there.y)];
        set(rect, { x, y, width: Math.abs(there.x - begun.x), height: Math.abs(there.y - begun.y) });
        drawing.append(rect);
      },
      end: moved => {
        const box = rect.getBoundingClientRect();
        rect.remove();
        if (moved) {
          swallowClick();
          const touched = table.nodes.filter(node => touches(node.getBoundingClientRect(), box)).map(node => node.dataset.at!);
          table.choose([...table.chosen, ...touched]);
        }
      },
    },
    Slack,
  );
}

const touches = (one: DOMRect, other: DOMRect): boolean =>
  one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;

function shape(name: string, classes: string): SVGElement {
  const made = document.createElementNS("http://www.w3.org/2000/svg", name);
  made.setAttribute("class", classes);
  return made;
}

function set(element: SVGElement, values: Record<string, number>): void {
  for (const [name, value] of Object.entries(values)) {
    element.setAttribute(name, String(value));
  }
}
