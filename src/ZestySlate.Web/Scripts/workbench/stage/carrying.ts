import { drag, swallowClick } from "../../shared/drag";
import { outlineOf, placeSign, round, writeOutline } from "../../shared/place";
import { surfaceOf, viewOf, type Share } from "../../shared/surface";
import type { Rooms } from "../rooms";
import { boxAround, boxFields, boxOf, clamp, ellipseIn, middleOf, share } from "./boxes";
import type { Handles } from "./handles";
import { signOf } from "./where";

/** From so many pixels on a press is a drag. */
export const DragFrom = 4;

/** By keys many small steps are one change. */
const KeysRest = 200;

/** Moves, sizes and bends what is on the stage: by hand, and by keys. */
export class Carrying {
  private later = 0;

  constructor(
    private rooms: Rooms,
    private handles: Handles,
  ) {}

  /** Drags a sign, with all that are selected together with it. */
  move(down: PointerEvent, sign: HTMLElement): void {
    const surface = surfaceOf(sign.closest<HTMLElement>(".stage")!);
    const held = surface.shareAt(down.clientX, down.clientY);
    const together = this.rooms.isSelected(sign.dataset.sign!) && this.rooms.several.length > 1;
    const moving = together ? this.rooms.several.map(signOf).filter(one => one !== null) : [sign];
    const from = moving.map(placeOf);
    follow(
      sign,
      down,
      event => {
        const now = surface.shareAt(event.clientX, event.clientY);
        moving.forEach((one, i) => {
          const before = from[i]!;
          this.rooms.carried.add(one.dataset.sign!);
          one.classList.add("sign-carried");
          putAt(one, before.x + now.x - held.x, before.y + now.y - held.y);
        });
        this.handles.follow();
      },
      moved => {
        moving.forEach(one => one.classList.remove("sign-carried"));
        if (moved) {
          swallowClick();
          if (moving.length === 1) {
            this.rooms.selected = sign.dataset.sign!;
          }
          this.sendPlaces(moving, from);
        }
      },
      DragFrom,
    );
  }

  /** Drags the handle of a sign: as far from its middle, as large. */
  size(down: PointerEvent, sign: HTMLElement): void {
    const box = sign.getBoundingClientRect();
    const middle = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    const reach = Math.max(8, Math.hypot(down.clientX - middle.x, down.clientY - middle.y));
    const size = Number(sign.dataset.size);
    this.rooms.carried.add(sign.dataset.sign!);
    follow(
      sign,
      down,
      event => sizeTo(sign, (size * Math.hypot(event.clientX - middle.x, event.clientY - middle.y)) / reach),
      () => {
        swallowClick();
        this.sendSize(sign);
      },
    );
  }

  /** Bends the area of the selected spot: a corner follows the hand; a middle becomes a new corner. */
  bend(down: PointerEvent, handle: HTMLElement): void {
    const sign = signOf(this.rooms.one)!;
    const stage = sign.closest<HTMLElement>(".stage")!;
    const surface = surfaceOf(stage);
    const shape = handle.dataset.shape!;
    const index = Number(handle.dataset.corner);
    let corners: Share[] = outlineOf(sign);
    if (handle.dataset.middle) {
      corners.splice(index, 0, middleOf(corners, index));
    }
    const box = boxAround(corners);
    const begun: Share[] = shape === "polygon" ? corners : box;
    this.rooms.carried.add(sign.dataset.sign!);
    follow(
      sign,
      down,
      event => {
        const now = surface.shareAt(event.clientX, event.clientY);
        if (shape === "polygon") {
          corners = begun.map((corner, i) => (i === index ? (viewOf(stage) ? now : { x: share(now.x), y: share(now.y) }) : corner));
          writeOutline(sign, corners);
        } else {
          const fixed = box[(index + 2) % 4]!;
          const bent = boxOf(fixed, { x: share(now.x), y: share(now.y) });
          corners = bent;
          writeOutline(sign, shape === "ellipse" ? ellipseIn(bent) : bent);
        }
        const around = boxAround(outlineOf(sign));
        sign.dataset.x = String(round((around[0].x + around[2].x) / 2));
        sign.dataset.y = String(round((around[0].y + around[2].y) / 2));
        placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y), Number(sign.dataset.size));
        this.handles.follow();
      },
      () => {
        const fields: Record<string, string> =
          shape === "polygon"
            ? { shape: "polygon", corners: corners.map(c => `${round(c.x)},${round(c.y)}`).join(" ") }
            : { ...boxFields(corners), shape };
        this.send(sign, { edit: "place", ...fields });
      },
    );
  }

  /** Moves the selected signs by shares. */
  nudge(right: number, down: number): void {
    const signs = this.rooms.several.map(signOf).filter(sign => sign !== null);
    for (const sign of signs) {
      this.rooms.carried.add(sign.dataset.sign!);
      if (sign.dataset.fromX === undefined) {
        sign.dataset.fromX = sign.dataset.x!;
        sign.dataset.fromY = sign.dataset.y!;
      }
      putAt(sign, Number(sign.dataset.x) + right, Number(sign.dataset.y) + down);
    }
    this.handles.follow();
    if (signs.length > 0) {
      this.soon(() => {
        const from = signs.map(sign => ({ x: Number(sign.dataset.fromX), y: Number(sign.dataset.fromY) }));
        signs.forEach(sign => {
          delete sign.dataset.fromX;
          delete sign.dataset.fromY;
        });
        this.sendPlaces(signs, from);
      });
    }
  }

  /** Changes the size of the selected sign. */
  resize(factor: number): void {
    const sign = signOf(this.rooms.one);
    if (sign) {
      this.rooms.carried.add(sign.dataset.sign!);
      sizeTo(sign, Number(sign.dataset.size) * factor);
      this.soon(() => this.sendSize(sign));
    }
  }

  private soon(act: () => void): void {
    clearTimeout(this.later);
    this.later = window.setTimeout(() => {
      this.later = 0;
      act();
    }, KeysRest);
  }

  private sendPlaces(signs: HTMLElement[], from: Share[]): void {
    const [first, start] = [signs[0]!, from[0]!];
    if (signs.length === 1) {
      this.send(first, { edit: "move", x: first.dataset.x!, y: first.dataset.y! });
      return;
    }
    const spots = signs.map(sign => sign.dataset.sign!);
    const fields = {
      edit: "shift",
      spots: spots.join(","),
      right: String(round(Number(first.dataset.x) - start.x)),
      down: String(round(Number(first.dataset.y) - start.y)),
    };
    this.rooms.send("/edit", fields, { after: () => this.putDown(spots) });
  }

  private sendSize(sign: HTMLElement): void {
    this.send(sign, { edit: "size", size: sign.dataset.size! });
  }

  private send(sign: HTMLElement, fields: Record<string, string>): void {
    const spot = sign.dataset.sign!;
    this.rooms.send("/edit", { ...fields, spot }, { after: () => this.putDown([spot]) });
  }

  /** What is kept is carried no more, but where it was taken up again meanwhile. */
  private putDown(spots: string[]): void {
    if (this.later === 0) {
      spots.forEach(spot => this.rooms.carried.delete(spot));
    }
  }
}

const placeOf = (sign: HTMLElement): Share => ({ x: Number(sign.dataset.x), y: Number(sign.dataset.y) });

const sizeTo = (sign: HTMLElement, size: number): void => {
  const { x, y } = placeOf(sign);
  placeSign(sign, x, y, clamp(size));
};

/** Puts a sign somewhere: all round it goes on at the other edge. */
function putAt(sign: HTMLElement, x: number, y: number): void {
  const allRound = viewOf(sign.closest(".stage")) !== null;
  placeSign(sign, allRound ? round(((x % 1) + 1) % 1) : share(x), share(y), Number(sign.dataset.size));
}

function follow(
  sign: HTMLElement,
  down: PointerEvent,
  move: (event: PointerEvent) => void,
  end: (moved: boolean) => void,
  slack = 0,
): void {
  down.preventDefault();
  sign.focus({ preventScroll: true });
  drag(down, { move, end }, slack);
}
