import { outlineOf } from "../../shared/place";
import { surfaceOf } from "../../shared/surface";
import type { Rooms } from "../rooms";
import type { Trial } from "../trial";
import { boxAround, middleOf } from "./boxes";
import { signOf, stageRoom } from "./where";

/** The handles of what is selected: one to size a sign by, or the corners of an area. */
export class Handles {
  constructor(
    private rooms: Rooms,
    private trial: Trial,
  ) {
    rooms.redrawn.push(() => this.add());
    document.addEventListener("slate:turned", () => this.follow(), true);
    this.add();
  }

  /** Puts them where they belong after what they bend has changed. */
  follow(): void {
    const sign = signOf(this.rooms.one);
    const handles = [...stageRoom().querySelectorAll<HTMLElement>(".area-handle")];
    if (!sign?.dataset.outline || handles.length === 0) {
      return;
    }
    const surface = surfaceOf(sign.closest<HTMLElement>(".stage")!);
    const outline = outlineOf(sign);
    for (const handle of handles) {
      const index = Number(handle.dataset.corner);
      const corner = handle.dataset.middle
        ? middleOf(outline, index)
        : handle.dataset.shape === "polygon"
          ? outline[index]
          : boxAround(outline)[index];
      const at = corner ? surface.pixelsOf(corner) : null;
      handle.hidden = at === null;
      if (at) {
        handle.style.left = `${at.left}px`;
        handle.style.top = `${at.top}px`;
      }
    }
  }

  private add(): void {
    stageRoom()
      .querySelectorAll(".handle, .area-handle")
      .forEach(handle => handle.remove());
    if (this.trial.on) {
      return;
    }
    takeDecorationsInHand();
    const sign = signOf(this.rooms.one);
    if (!sign) {
      return;
    }
    if (!sign.dataset.outline) {
      const handle = document.createElement("span");
      handle.className = "handle";
      handle.title = "Drag to resize";
      sign.append(handle);
      return;
    }
    const shape = document.querySelector<HTMLSelectElement>("#room-details select[name=shape]")?.value ?? "point";
    if (shape === "cone") {
      return;
    }
    const polygon = shape === "polygon" || shape === "spherePolygon";
    const count = polygon ? outlineOf(sign).length : 4;
    for (let i = 0; i < count; i++) {
      addCorner(sign, { corner: String(i), shape: polygon ? "polygon" : shape });
      if (polygon) {
        addCorner(sign, { corner: String(i + 1), middle: "yes", shape: "polygon" });
      }
    }
    this.follow();
  }
}

/** What does nothing for learners is taken in hand here like every sign. */
function takeDecorationsInHand(): void {
  for (const decoration of stageRoom().querySelectorAll<HTMLElement>(".sign-decoration")) {
    decoration.removeAttribute("aria-hidden");
    decoration.tabIndex = 0;
    decoration.setAttribute("role", "button");
    decoration.setAttribute("aria-label", decoration.dataset.name!);
  }
}

function addCorner(sign: HTMLElement, data: Record<string, string>): void {
  const handle = document.createElement("span");
  handle.className = data.middle ? "area-handle area-middle" : "area-handle";
  handle.title = data.middle ? "Drag to add a corner" : "Drag to bend";
  Object.assign(handle.dataset, data);
  sign.closest(".stage")!.append(handle);
}
