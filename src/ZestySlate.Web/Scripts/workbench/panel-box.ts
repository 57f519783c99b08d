import { drag, swallowClick } from "../shared/drag";
import type { Rooms } from "./rooms";
import type { Trial } from "./trial";

/** Percents of the stage. */
interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** The least width and height, in percent. */
const Least = 15;

/** The box in which the panel of the selected spot opens: dragged, pulled at its corner, or moved and sized by keys. */
export function watchPanelBox(rooms: Rooms, trial: Trial): void {
  let later = 0;
  const boxNow = (): HTMLElement | null => document.querySelector<HTMLElement>("#room-stage [data-panel-box]");
  const show = (): void => {
    const box = boxNow();
    if (box && later === 0) {
      put(box, read(box));
    }
  };
  rooms.redrawn.push(show);
  show();

  document.addEventListener(
    "pointerdown",
    event => {
      const target = event.target as HTMLElement;
      const box = target.closest<HTMLElement>("[data-panel-box]");
      if (!box || trial.on || event.button !== 0) {
        return;
      }
      // The stage under it takes presses for itself.
      event.preventDefault();
      event.stopPropagation();
      box.focus({ preventScroll: true });
      const stage = box.parentElement!.getBoundingClientRect();
      const begun = read(box);
      const pulls = target.closest("[data-panel-corner]") !== null;
      drag(
        event,
        {
          move: now => {
            const right = ((now.clientX - event.clientX) / stage.width) * 100;
            const down = ((now.clientY - event.clientY) / stage.height) * 100;
            put(box, pulls ? sized(begun, right, down) : moved(begun, right, down));
          },
          end: went => {
            swallowClick();
            if (went) {
              send(box);
            }
          },
        },
        2,
      );
    },
    { capture: true },
  );

  document.addEventListener(
    "keydown",
    event => {
      const box = (event.target as HTMLElement).closest<HTMLElement>("[data-panel-box]");
      const step = event.shiftKey ? 5 : 1;
      const now = box && read(box);
      const after =
        now &&
        {
          ArrowLeft: () => moved(now, -step, 0),
          ArrowRight: () => moved(now, step, 0),
          ArrowUp: () => moved(now, 0, -step),
          ArrowDown: () => moved(now, 0, step),
          "+": () => sized(now, 5, 5),
          "-": () => sized(now, -5, -5),
        }[event.key];
      if (after) {
        event.preventDefault();
        event.stopPropagation();
        put(box, after());
        clearTimeout(later);
        later = window.setTimeout(() => {
          later = 0;
          send(box);
        }, 300);
      }
    },
    { capture: true },
  );

  function send(box: HTMLElement): void {
    const { left, top, width, height } = read(box);
    const fields = { left: String(left), top: String(top), width: String(width), height: String(height) };
    rooms.send("/edit", { edit: "panel", spot: box.dataset.panelBox!, opens: "box", ...fields });
  }
}

function read(box: HTMLElement): Box {
  const [left = 0, top = 0, width = Least, height = Least] = box.dataset.percents!.split(" ").map(Number);
  return { left, top, width, height };
}

function put(box: HTMLElement, { left, top, width, height }: Box): void {
  box.dataset.percents = `${left} ${top} ${width} ${height}`;
  Object.assign(box.style, { left: `${left}%`, top: `${top}%`, width: `${width}%`, height: `${height}%` });
}

function moved(box: Box, right: number, down: number): Box {
  return { ...box, left: within(box.left + right, 0, 100 - box.width), top: within(box.top + down, 0, 100 - box.height) };
}

function sized(box: Box, wider: number, higher: number): Box {
  return {
    ...box,
    width: within(box.width + wider, Least, 100 - box.left),
    height: within(box.height + higher, Least, 100 - box.top),
  };
}

/** To a hundredth of a percent, between two bounds. */
function within(value: number, least: number, most: number): number {
  return Math.round(Math.min(most, Math.max(least, value)) * 100) / 100;
}
