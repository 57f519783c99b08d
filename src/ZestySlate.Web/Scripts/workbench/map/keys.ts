import { Arrows, neighbour } from "./neighbour";
import type { MapTable } from "./table";
import { fit, zoom } from "./zoom";

/** How far a key moves a scene; with Shift. */
const Step = 20,
  LongStep = 100;

/** The keys of the map. Tab goes on as everywhere; what writes on the map has letters. */
export function watchMapKeys(table: MapTable): void {
  table.dialog.addEventListener("keydown", event => {
    const target = event.target as Element;
    if (target.matches("input, textarea, select")) {
      return;
    }
    const node = target.closest<SVGGElement>(".map-node");
    const onMap = target.closest(".map-room") !== null;
    const acts: Acts =
      event.ctrlKey || event.metaKey
        ? withCtrl(table)
        : {
            ...near(table),
            ...(onMap ? { Delete: () => table.remove(), Backspace: () => table.remove() } : {}),
            ...(node ? onScene(table, node, event) : {}),
          };
    const act = acts[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (act) {
      event.preventDefault();
      act();
    }
  });
}

type Acts = Record<string, () => void>;

function withCtrl(table: MapTable): Acts {
  return {
    z: () => table.step("/undo"),
    y: () => table.step("/redo"),
    a: () => table.choose(table.nodes.map(node => node.dataset.at!)),
    d: () => table.copy(),
  };
}

function near(table: MapTable): Acts {
  const by = (factor: (drawing: SVGSVGElement) => number) => (): void => {
    const drawing = table.drawing;
    if (drawing) {
      zoom(drawing, factor(drawing));
    }
  };
  return { "+": by(() => 1.15), "-": by(() => 1 / 1.15), "0": by(fit) };
}

function onScene(table: MapTable, node: SVGGElement, event: KeyboardEvent): Acts {
  const scene = node.dataset.at!;
  const arrow = Arrows[event.key];
  return {
    Enter: () => table.go(scene),
    " ": () => table.press(scene, true),
    n: () => table.beginChoice(scene, ""),
    s: () => table.beginChoice(table.before(scene), ""),
    F2: () => void table.choose([scene]).then(() => table.rename()),
    Delete: () => void (table.chosen.has(scene) ? Promise.resolve() : table.choose([scene])).then(() => table.remove()),
    ...(arrow
      ? {
          [event.key]: () => {
            if (event.altKey) {
              const step = event.shiftKey ? LongStep : Step;
              const moved = table.chosen.has(scene) ? [...table.chosen] : [scene];
              table.nudge(moved, arrow[0] * step, arrow[1] * step);
            } else {
              const others = table.nodes.filter(other => other !== node).map(other => ({ node: other, ...table.placeOf(other) }));
              neighbour(table.placeOf(node), others, arrow)?.node.focus();
            }
          },
        }
      : {}),
  };
}
