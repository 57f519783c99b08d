import { drag, swallowClick } from "../shared/drag";
import { placeBackdrop } from "../shared/place";
import type { Rooms } from "./rooms";
import type { Trial } from "./trial";

/** Percents of the stage. */
interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** What one kind of box does when it is moved or pulled at its corner, what is seen of it meanwhile, and what is sent. */
interface Kind {
  moved: (box: Box, right: number, down: number) => Box;
  sized: (box: Box, wider: number, higher: number) => Box;
  shown?: (element: HTMLElement, box: Box) => void;
  fields: (element: HTMLElement, box: Box) => Record<string, string>;
}

const Kinds: Record<string, Kind> = {
  /** Where the panel of the selected spot opens: inside the stage. */
  panel: {
    moved: (box, right, down) => ({
      ...box,
      left: within(box.left + right, 0, 100 - box.width),
      top: within(box.top + down, 0, 100 - box.height),
    }),
    sized: (box, wider, higher) => ({
      ...box,
      width: within(box.width + wider, 15, 100 - box.left),
      height: within(box.height + higher, 15, 100 - box.top),
    }),
    fields: (element, { left, top, width, height }) => ({
      edit: "panel",
      spot: element.dataset.of!,
      opens: "box",
      left: String(left),
      top: String(top),
      width: String(width),
      height: String(height),
    }),
  },

  /** A picture placed by hand: it keeps its proportions, and its middle may leave the stage by half. */
  backdrop: {
    moved: (box, right, down) => ({
      ...box,
      left: within(box.left + right, -50 - box.width / 2, 150 - box.width / 2),
      top: within(box.top + down, -50 - box.height / 2, 150 - box.height / 2),
    }),
    sized: (box, wider) => {
      const width = within(box.width + wider, 10, 300);
      return { ...box, width, height: (box.height / box.width) * width };
    },
    shown: (element, { left, top, width, height }) => {
      const picture = element.closest(".stage")?.querySelector<HTMLElement>(".stage-window[data-fit]");
      const ratio = picture?.dataset.fit?.split(" ")[4];
      if (picture && ratio) {
        picture.dataset.fit = [left, top, width, height].map(percent => percent / 100).join(" ") + ` ${ratio}`;
        placeBackdrop(picture);
      }
      // What it is held by stays on the stage, however far the picture goes.
      const [grip, corner] = [element.querySelector<HTMLElement>("button"), element.querySelector<HTMLElement>("[data-box-corner]")];
      const onStage = (at: number, from: number, size: number): string => `${((within(at, 3, 97) - from) / size) * 100}%`;
      Object.assign(grip!.style, { left: onStage(left + width / 2, left, width), top: onStage(top + height / 2, top, height) });
      Object.assign(corner!.style, { left: onStage(left + width, left, width), top: onStage(top + height, top, height) });
    },
    fields: (element, { left, top, width, height }) => ({
      edit: "fit",
      scene: element.dataset.of!,
      handX: String(within((left + width / 2) / 100, -0.5, 1.5, 4)),
      handY: String(within((top + height / 2) / 100, -0.5, 1.5, 4)),
      handWidth: String(within(width / 100, 0.1, 3, 4)),
    }),
  },
};

/** The boxes on the author's stage: dragged, pulled at the corner, or moved and sized by keys; sent when the hand lets go. */
export function watchStageBoxes(rooms: Rooms, trial: Trial): void {
  let later = 0;
  const show = (): void =>
    document.querySelectorAll<HTMLElement>("#room-stage [data-stage-box]").forEach(box => {
      if (later === 0) {
        put(box, read(box));
      }
    });
  rooms.redrawn.push(show);
  show();

  document.addEventListener(
    "pointerdown",
    event => {
      const target = event.target as HTMLElement;
      const box = target.closest<HTMLElement>("[data-stage-box]");
      if (!box || trial.on || event.button !== 0) {
        return;
      }
      // The stage under it takes presses for itself.
      event.preventDefault();
      event.stopPropagation();
      target.closest<HTMLElement>("[tabindex]")?.focus({ preventScroll: true });
      const stage = box.parentElement!.getBoundingClientRect();
      const begun = read(box);
      const { moved, sized } = kindOf(box);
      const pulls = target.closest("[data-box-corner]") !== null;
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
      const box = (event.target as HTMLElement).closest<HTMLElement>("[data-stage-box]");
      if (!box || trial.on) {
        return;
      }
      const step = event.shiftKey ? 5 : 1;
      const now = read(box);
      const { moved, sized } = kindOf(box);
      const after = {
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

  const send = (box: HTMLElement): void => rooms.send("/edit", kindOf(box).fields(box, read(box)));
}

const kindOf = (box: HTMLElement): Kind => Kinds[box.dataset.stageBox!]!;

function read(box: HTMLElement): Box {
  const [left = 0, top = 0, width = 100, height = 100] = box.dataset.percents!.split(" ").map(Number);
  return { left, top, width, height };
}

function put(element: HTMLElement, box: Box): void {
  const { left, top, width, height } = box;
  element.dataset.percents = `${left} ${top} ${width} ${height}`;
  Object.assign(element.style, { left: `${left}%`, top: `${top}%`, width: `${width}%`, height: `${height}%` });
  kindOf(element).shown?.(element, box);
}

/** Between two bounds, to so many digits. */
function within(value: number, least: number, most: number, digits = 2): number {
  const unit = 10 ** digits;
  return Math.round(Math.min(most, Math.max(least, value)) * unit) / unit;
}
