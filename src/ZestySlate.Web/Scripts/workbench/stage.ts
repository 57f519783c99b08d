import { newId, outlineOf, placeSign, round, writeOutline, cover } from "../shared/place";
import { surfaceOf, viewOf, type Share } from "../shared/surface";
import { makeChooser } from "./chooser";
import { intoHand } from "./rich";
import { Series } from "./series";
import type { Rooms } from "./rooms";
import type { Trial } from "./trial";
import { drag, swallowClick } from "../shared/drag";

const DragFrom = 4;

export interface StageHand {
  /** Opens the chooser at a place of the stage. */
  choose: (mat: HTMLElement, at: Share, area?: Share[]) => void;
  /** Opens the chooser in the middle of what is seen. */
  chooseInTheMiddle: () => void;
  /** Moves the selected signs by shares. */
  nudge: (right: number, down: number) => void;
  /** Changes the size of the selected sign. */
  resize: (factor: number) => void;
  closeChooser: () => boolean;
  /** Where the chooser stands, for what is put there in another way. */
  place: () => Share | null;
}

/** What a hand does on the stage: press for something new, drag to mark an area, press a sign to select, drag to move, drag the handle to resize. */
export function watchStage(rooms: Rooms, trial: Trial): StageHand {
  let chooser: HTMLElement | null = null;
  let chosenAt: Share | null = null;
  let later = 0;
  let drew = false;
  const series = new Series();

  const room = (): HTMLElement => document.getElementById("room-stage")!;
  const stageNow = (): HTMLElement | null => room().querySelector<HTMLElement>(".stage");
  const signOf = (spot: string): HTMLElement | null => room().querySelector(`[data-sign="${CSS.escape(spot)}"]`);

  rooms.redrawn.push(() => addHandles());
  document.addEventListener("slate:turned", () => followHandles(), true);
  addHandles();

  document.addEventListener("pointerdown", event => {
    const target = event.target as HTMLElement;
    if (trial.on || event.button !== 0 || !target.closest("#room-stage .stage")) {
      return;
    }
    const sign = target.closest<HTMLElement>("[data-sign]");
    const corner = target.closest<HTMLElement>(".area-handle");
    if (corner) {
      startBend(event, corner);
    } else if (target.closest(".handle") && sign) {
      startResize(event, sign);
    } else if (sign) {
      startMove(event, sign);
    } else if (!target.closest(".chooser, .panorama-tools")) {
      startDraw(event, target.closest<HTMLElement>(".stage")!);
    }
  });

  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    if (trial.on || target.closest(".panorama-tools, .area-handle")) {
      return;
    }
    if (drew) {
      drew = false;
      return;
    }
    if (event.detail > 1 && !target.closest("[data-sign]")) {
      return; // a doubled press is one
    }
    const sign = target.closest<HTMLElement>("#room-stage [data-sign]");
    if (sign) {
      event.preventDefault();
      closeChooser();
      const spot = sign.dataset.sign!;
      if (event.shiftKey) {
        const others = rooms.several.filter(other => other !== spot);
        void rooms.select((rooms.isSelected(spot) ? others : [...others, spot]).join(","));
      } else {
        void rooms.select(spot);
      }
      return;
    }
    const mat = target.closest<HTMLElement>(".stage-mat");
    if (chooser && !target.closest(".chooser")) {
      closeChooser();
    } else if (mat && target.closest(".stage") && !target.closest(".chooser")) {
      choose(mat, surfaceOf(mat.querySelector<HTMLElement>(".stage")!).shareAt(event.clientX, event.clientY));
    }
  });

  // A jump can be followed while building: press it twice.
  document.addEventListener("dblclick", event => {
    const sign = (event.target as HTMLElement).closest<HTMLElement>("#room-stage a[data-jump]");
    if (sign?.dataset.jump && !trial.on) {
      void rooms.go(sign.dataset.jump);
    }
  });

  return { choose, chooseInTheMiddle, nudge, resize, closeChooser: () => series.end() || closeChooser(), place: () => chosenAt };

  function chooseInTheMiddle(): void {
    const mat = room().querySelector<HTMLElement>(".stage-mat");
    const stage = stageNow();
    if (!mat || !stage) {
      return;
    }
    const box = stage.getBoundingClientRect();
    choose(mat, surfaceOf(stage).shareAt(box.left + box.width / 2, box.top + box.height * 0.45));
  }

  function choose(mat: HTMLElement, at: Share, area?: Share[]): void {
    closeChooser();
    if (series.kind) {
      put(mat, series.kind, at, area);
      return;
    }
    const made = makeChooser("#chooser", {
      pick: (kind, title) => {
        if (title) {
          series.begin(kind, title);
        }
        put(mat, kind, at, area);
      },
      leave: () => {
        closeChooser();
        mat.focus();
      },
      resized: () => keepInSight(made.box),
    });
    chooser = made.box;
    const stage = mat.querySelector<HTMLElement>(".stage")!;
    const pixels = surfaceOf(stage).pixelsOf(at) ?? { left: stage.clientWidth / 2, top: stage.clientHeight / 2 };
    const mark = document.createElement("span");
    mark.className = "place-mark";
    mark.style.left = `${pixels.left}px`;
    mark.style.top = `${pixels.top}px`;
    mark.append(chooser);
    stage.append(mark);
    chosenAt = at;
    if (area) {
      const drawn = document.createElement("span");
      drawn.className = "drawn-area";
      cover(
        drawn,
        area.map(corner => surfaceOf(stage).pixelsOf(corner) ?? pixels),
        "px",
      );
      stage.append(drawn);
    }
    keepInSight(chooser);
    made.start();
  }

  function put(mat: HTMLElement, kind: string, at: Share, area?: Share[]): void {
    closeChooser();
    const fields: Record<string, string> = {
      edit: "add",
      scene: mat.dataset.scene!,
      newId: newId(),
      kind,
      x: String(round(at.x)),
      y: String(round(at.y)),
      selected: rooms.selected,
    };
    if (area) {
      Object.assign(fields, boxFields(area));
    }
    // What has a course in time says at which moment this was.
    const { moment, sentenceEnd } = mat.querySelector<HTMLElement>(".stage")!.dataset;
    Object.assign(fields, moment ? { moment } : {}, sentenceEnd ? { sentenceEnd } : {});
    rooms.send("/edit", fields, {
      after: () =>
        window.setTimeout(() => {
          const field = document.querySelector<HTMLElement>(
            "#room-details [data-rich], #room-details .details-head ~ form input:not([type=hidden]), " +
              "#room-details .details-head ~ form textarea, #room-details .details-head ~ form select",
          );
          if (field?.matches("[data-rich]")) {
            intoHand(field);
          } else {
            field?.focus();
          }
        }, 0),
    });
  }

  function closeChooser(): boolean {
    const was = chooser !== null;
    chooser?.parentElement?.remove();
    chooser = null;
    chosenAt = null;
    room()
      .querySelectorAll(".drawn-area")
      .forEach(area => area.remove());
    return was;
  }

  /** The chooser stays inside the window of the stage: below its place, above it where there is more room, never cut. */
  function keepInSight(box: HTMLElement): void {
    const outer = room().getBoundingClientRect();
    const place = box.parentElement!.getBoundingClientRect();
    box.style.maxWidth = `${outer.width - 16}px`;
    box.style.maxHeight = `${outer.height - 16}px`;
    const { width, height } = box.getBoundingClientRect();
    const below = place.top + 16;
    const above = place.top - 16 - height;
    const top = below + height <= outer.bottom - 8 ? below : above >= outer.top + 8 ? above : (outer.top + outer.bottom - height) / 2;
    const left = Math.min(Math.max(place.left - width / 3, outer.left + 8), outer.right - 8 - width);
    box.style.left = `${left - place.left}px`;
    box.style.top = `${top - place.top}px`;
  }

  /** A drag over an empty place of a flat backdrop marks an area. */
  function startDraw(down: PointerEvent, stage: HTMLElement): void {
    const view = viewOf(stage);
    const surface = surfaceOf(stage);
    const from = surface.shareAt(down.clientX, down.clientY);
    let box: HTMLElement | null = null;
    let to = from;
    const move = (event: PointerEvent): void => {
      drew = true;
      if (view) {
        return;
      }
      to = surface.shareAt(event.clientX, event.clientY);
      to = { x: share(to.x), y: share(to.y) };
      if (!box) {
        closeChooser();
        box = document.createElement("span");
        box.className = "drawn-area";
        stage.append(box);
      }
      cover(
        box,
        boxOf(from, to).map(corner => surface.pixelsOf(corner)!),
        "px",
      );
    };
    const end = (): void => {
      // The click that ends a drag comes right after; it is no press.
      window.setTimeout(() => {
        drew = false;
      }, 0);
      box?.remove();
      if (box && Math.abs(to.x - from.x) > 0.012 && Math.abs(to.y - from.y) > 0.012) {
        choose(stage.closest<HTMLElement>(".stage-mat")!, { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 }, boxOf(from, to));
      }
    };
    drag(down, { move, end }, DragFrom * 2);
  }

  function startMove(down: PointerEvent, sign: HTMLElement): void {
    const stage = sign.closest<HTMLElement>(".stage")!;
    const surface = surfaceOf(stage);
    const held = surface.shareAt(down.clientX, down.clientY);
    const moving =
      rooms.isSelected(sign.dataset.sign!) && rooms.several.length > 1 ? rooms.several.map(signOf).filter(s => s !== null) : [sign];
    const from = moving.map(s => ({ x: Number(s.dataset.x), y: Number(s.dataset.y) }));
    const move = (event: PointerEvent): void => {
      const now = surface.shareAt(event.clientX, event.clientY);
      moving.forEach((one, i) => {
        const before = from[i]!;
        rooms.carried.add(one.dataset.sign!);
        one.classList.add("sign-carried");
        putAt(one, before.x + now.x - held.x, before.y + now.y - held.y);
      });
      followHandles();
    };
    follow(
      sign,
      down,
      move,
      moved => {
        moving.forEach(one => one.classList.remove("sign-carried"));
        if (moved) {
          swallowClick();
          if (moving.length === 1) {
            rooms.selected = sign.dataset.sign!;
          }
          sendPlaces(moving, from);
        }
      },
      DragFrom,
    );
  }

  function startResize(down: PointerEvent, sign: HTMLElement): void {
    const box = sign.getBoundingClientRect();
    const middle = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    const reach = Math.max(8, Math.hypot(down.clientX - middle.x, down.clientY - middle.y));
    const size = Number(sign.dataset.size);
    rooms.carried.add(sign.dataset.sign!);
    follow(
      sign,
      down,
      event =>
        placeSign(
          sign,
          Number(sign.dataset.x),
          Number(sign.dataset.y),
          clamp((size * Math.hypot(event.clientX - middle.x, event.clientY - middle.y)) / reach),
        ),
      () => {
        swallowClick();
        sendSize(sign);
      },
    );
  }

  /** Bends the area of the selected spot: a corner follows the hand; a middle becomes a new corner. */
  function startBend(down: PointerEvent, handle: HTMLElement): void {
    const sign = signOf(rooms.one)!;
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
    rooms.carried.add(sign.dataset.sign!);
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
        const middle = boxAround(outlineOf(sign));
        sign.dataset.x = String(round((middle[0].x + middle[2].x) / 2));
        sign.dataset.y = String(round((middle[0].y + middle[2].y) / 2));
        placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y), Number(sign.dataset.size));
        followHandles();
      },
      () => {
        const fields: Record<string, string> =
          shape === "polygon"
            ? { shape: "polygon", corners: corners.map(c => `${round(c.x)},${round(c.y)}`).join(" ") }
            : { ...boxFields(corners), shape };
        send(sign, { edit: "place", ...fields });
      },
    );
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

  function nudge(right: number, down: number): void {
    const signs = rooms.several.map(signOf).filter(sign => sign !== null);
    for (const sign of signs) {
      rooms.carried.add(sign.dataset.sign!);
      if (sign.dataset.fromX === undefined) {
        sign.dataset.fromX = sign.dataset.x!;
        sign.dataset.fromY = sign.dataset.y!;
      }
      putAt(sign, Number(sign.dataset.x) + right, Number(sign.dataset.y) + down);
    }
    followHandles();
    if (signs.length > 0) {
      soon(() => {
        const from = signs.map(sign => ({ x: Number(sign.dataset.fromX), y: Number(sign.dataset.fromY) }));
        signs.forEach(sign => {
          delete sign.dataset.fromX;
          delete sign.dataset.fromY;
        });
        sendPlaces(signs, from);
      });
    }
  }

  function resize(factor: number): void {
    const sign = signOf(rooms.one);
    if (sign) {
      rooms.carried.add(sign.dataset.sign!);
      placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y), clamp(Number(sign.dataset.size) * factor));
      soon(() => sendSize(sign));
    }
  }

  function soon(act: () => void): void {
    clearTimeout(later);
    later = window.setTimeout(() => {
      later = 0;
      act();
    }, 200);
  }

  function putAt(sign: HTMLElement, x: number, y: number): void {
    const round360 = viewOf(sign.closest(".stage")) !== null;
    placeSign(sign, round360 ? round(((x % 1) + 1) % 1) : share(x), share(y), Number(sign.dataset.size));
  }

  function sendPlaces(signs: HTMLElement[], from: Share[]): void {
    const [first, start] = [signs[0]!, from[0]!];
    if (signs.length === 1) {
      send(first, { edit: "move", x: first.dataset.x!, y: first.dataset.y! });
      return;
    }
    const spots = signs.map(sign => sign.dataset.sign!);
    rooms.send(
      "/edit",
      {
        edit: "shift",
        spots: spots.join(","),
        right: String(round(Number(first.dataset.x) - start.x)),
        down: String(round(Number(first.dataset.y) - start.y)),
      },
      {
        after: () => {
          if (later === 0) {
            spots.forEach(spot => rooms.carried.delete(spot));
          }
        },
      },
    );
  }

  function sendSize(sign: HTMLElement): void {
    send(sign, { edit: "size", size: sign.dataset.size! });
  }

  function send(sign: HTMLElement, fields: Record<string, string>): void {
    const spot = sign.dataset.sign!;
    rooms.send(
      "/edit",
      { ...fields, spot },
      {
        after: () => {
          if (later === 0) {
            rooms.carried.delete(spot);
          }
        },
      },
    );
  }

  function addHandles(): void {
    room()
      .querySelectorAll(".handle, .area-handle")
      .forEach(handle => handle.remove());
    if (trial.on) {
      return;
    }
    // What does nothing for learners is taken in hand here like every sign.
    for (const decoration of room().querySelectorAll<HTMLElement>(".sign-decoration")) {
      decoration.removeAttribute("aria-hidden");
      decoration.tabIndex = 0;
      decoration.setAttribute("role", "button");
      decoration.setAttribute("aria-label", decoration.dataset.name!);
    }
    const sign = signOf(rooms.one);
    if (!sign) {
      return;
    }
    const shape = document.querySelector<HTMLSelectElement>("#room-details select[name=shape]")?.value ?? "point";
    if (!sign.dataset.outline) {
      const handle = document.createElement("span");
      handle.className = "handle";
      handle.title = "Drag to resize";
      sign.append(handle);
      return;
    }
    if (shape === "cone") {
      return;
    }
    const polygon = shape === "polygon" || shape === "spherePolygon";
    const corners = outlineOf(sign);
    const count = polygon ? corners.length : 4;
    for (let i = 0; i < count; i++) {
      addHandle(sign, { corner: String(i), shape: polygon ? "polygon" : shape });
      if (polygon) {
        addHandle(sign, { corner: String(i + 1), middle: "yes", shape: "polygon" });
      }
    }
    followHandles();
  }

  function addHandle(sign: HTMLElement, data: Record<string, string>): void {
    const handle = document.createElement("span");
    handle.className = data.middle ? "area-handle area-middle" : "area-handle";
    handle.title = data.middle ? "Drag to add a corner" : "Drag to bend";
    Object.assign(handle.dataset, data);
    sign.closest(".stage")!.append(handle);
  }

  function followHandles(): void {
    const sign = signOf(rooms.one);
    const handles = [...room().querySelectorAll<HTMLElement>(".area-handle")];
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
}

const share = (value: number): number => round(Math.min(1, Math.max(0, value)));
const clamp = (size: number): number => Math.min(3, Math.max(0.6, Math.round(size * 100) / 100));

/** The corners of an upright box, from the left upper one with the clock. */
type Box = [Share, Share, Share, Share];

function boxOf(a: Share, b: Share): Box {
  const [left, right, top, bottom] = [Math.min(a.x, b.x), Math.max(a.x, b.x), Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
}

function boxAround(corners: Share[]): Box {
  const [xs, ys] = [corners.map(c => c.x), corners.map(c => c.y)];
  return boxOf({ x: Math.min(...xs), y: Math.min(...ys) }, { x: Math.max(...xs), y: Math.max(...ys) });
}

function boxFields(corners: Share[]): Record<string, string> {
  const [a, , c] = boxAround(corners);
  return {
    shape: "rectangle",
    left: String(round(a.x)),
    top: String(round(a.y)),
    width: String(round(c.x - a.x)),
    height: String(round(c.y - a.y)),
  };
}

function ellipseIn(box: Box): Share[] {
  const [a, , c] = box;
  return Array.from({ length: 36 }, (_, i) => (i * Math.PI) / 18).map(turn => ({
    x: (a.x + c.x) / 2 + (Math.sin(turn) * (c.x - a.x)) / 2,
    y: (a.y + c.y) / 2 - (Math.cos(turn) * (c.y - a.y)) / 2,
  }));
}

function middleOf(corners: Share[], index: number): Share {
  const before = corners[(index - 1 + corners.length) % corners.length]!;
  const after = corners[index % corners.length]!;
  return { x: (before.x + after.x) / 2, y: (before.y + after.y) / 2 };
}
