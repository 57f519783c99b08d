import type { Changed } from "../learner/families";
import { placeSigns } from "../shared/place";
import { placeOn, putAt, read, settleSheets, write, type Spot } from "../shared/sheet";
import { surfaceOf, viewOf } from "../shared/surface";

const LeastStep = 0.005,
  MostStep = 0.06;

/** Places that are pressed on a board, by mouse, finger, or by keys with a crosshair. */
export function start(root: HTMLElement, changed: Changed, signal: AbortSignal): () => void {
  const areaOf = (thing: Element | null): HTMLElement | null => thing?.closest<HTMLElement>("[data-locating]") ?? null;
  let step = LeastStep,
    held = "";
  let down: Spot = { x: 0, y: 0 };

  /** What is asked for now: the first place that was not pressed yet. */
  const current = (area: HTMLElement): HTMLElement | undefined =>
    [...area.querySelectorAll<HTMLElement>("[data-asked-place]:not(.part-kept)")].find(place => !place.querySelector("input")!.value);

  const press = (area: HTMLElement, at: Spot): void => {
    const form = area.closest("form")!;
    if (area.dataset.locating === "FindAll") {
      const field = document.createElement("input");
      field.type = "hidden";
      field.name = "part-find";
      field.value = write(at);
      area.append(field);
      changed(form, "find");
    } else {
      const asked = current(area);
      if (!asked) {
        return;
      }
      asked.querySelector("input")!.value = write(at);
      changed(form, asked.dataset.askedPlace!);
    }
    pin(area, at);
    settle(area);
  };

  /** Takes a press back, so that its place is asked for again; not where each press is marked. */
  const takeBack = (asked: HTMLElement | undefined): void => {
    const area = areaOf(asked ?? null);
    const field = asked?.querySelector("input");
    const form = asked?.closest("form");
    if (
      !asked ||
      !area ||
      !field?.value ||
      !form ||
      form.dataset.steps === "yes" ||
      asked.closest("fieldset:disabled") ||
      asked.matches(".part-kept")
    ) {
      return;
    }
    area.querySelector(`.press-pin[data-at="${CSS.escape(field.value)}"]`)?.remove();
    field.value = "";
    changed(form, asked.dataset.askedPlace!);
    settle(area);
  };

  const pressesOf = (area: HTMLElement): HTMLInputElement[] => [...area.querySelectorAll<HTMLInputElement>("input[name=part-find]")];

  /** Where all are to be found and nothing is marked yet, a press on a press, or Backspace, takes it back. */
  const takeBackFound = (area: HTMLElement, field: HTMLInputElement | undefined): boolean => {
    const form = area.closest("form")!;
    if (!field || form.dataset.steps === "yes") {
      return false;
    }
    const at = read(field.value)!;
    [...area.querySelectorAll<HTMLElement>(".press-pin")]
      .find(pin => pin.dataset.at === field.value || (pin.dataset.x === String(at.x) && pin.dataset.y === String(at.y)))
      ?.remove();
    field.remove();
    changed(form, "find");
    return true;
  };

  const takenBackAt = (area: HTMLElement, at: Spot): boolean =>
    area.dataset.locating === "FindAll" &&
    takeBackFound(
      area,
      pressesOf(area).find(field => {
        const pressed = read(field.value);
        return pressed !== null && Math.hypot(pressed.x - at.x, pressed.y - at.y) < 0.02;
      }),
    );

  root.addEventListener(
    "click",
    event => {
      takeBack((event.target as HTMLElement).closest<HTMLElement>("[data-asked-place]") ?? undefined);
      const sheet = (event.target as HTMLElement).closest<HTMLElement>("[data-locating] :is([data-sheet], [data-sphere])");
      const area = areaOf(sheet);
      if (!sheet || !area || sheet.closest("fieldset:disabled") || (event.target as HTMLElement).closest(".panorama-tools")) {
        return;
      }
      const at = sheet.matches("[data-sphere]")
        ? surfaceOf(sheet).shareAt(event.clientX, event.clientY)
        : placeOn(sheet, event.clientX, event.clientY);
      // Keys press with the crosshair; their click has no place. Who looks round by dragging does not press.
      if (at && event.detail > 0 && Math.hypot(event.clientX - down.x, event.clientY - down.y) < 6 && !takenBackAt(area, at)) {
        press(area, at);
      }
    },
    { signal },
  );
  root.addEventListener(
    "pointerdown",
    event => {
      down = { x: event.clientX, y: event.clientY };
    },
    { signal },
  );
  root.addEventListener(
    "keydown",
    event => {
      const board = (event.target as HTMLElement).closest<HTMLElement>("[data-crosshair]");
      const area = areaOf(board);
      if (!board || !area || event.target !== board || board.closest("fieldset:disabled")) {
        return;
      }
      const moves: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
      const move = moves[event.key];
      const view = viewOf(board.querySelector("[data-sphere]"));
      if (view && move) {
        // On a panorama the crosshair stands in the middle, and the arrows turn what lies behind it.
        event.preventDefault();
        const far = event.shiftKey ? 15 : 3;
        view.turn(move[0] * far, -move[1] * far);
        const { yaw, pitch } = view.direction();
        sayAt(area, { x: (yaw + 180) / 360, y: (90 - pitch) / 180 });
      } else if (view && (event.key === "Enter" || event.key === " ")) {
        event.preventDefault();
        const box = view.stage.getBoundingClientRect();
        press(area, view.shareAt(box.left + box.width / 2, box.top + box.height / 2));
      } else if (move) {
        event.preventDefault();
        // The longer an arrow is held, the longer the steps.
        step = event.repeat && held === event.key ? Math.min(MostStep, step * 1.25) : LeastStep;
        held = event.key;
        const cross = crosshair(board);
        const size = event.shiftKey ? MostStep : Math.max(step, LeastStep);
        const at = {
          x: Math.min(1, Math.max(0, Number(cross.dataset.x) + move[0] * size)),
          y: Math.min(1, Math.max(0, Number(cross.dataset.y) + move[1] * size)),
        };
        [cross.dataset.x, cross.dataset.y] = [String(at.x), String(at.y)];
        putAt(cross, at, 0);
        sayAt(area, at);
      } else if (event.key === "Backspace") {
        event.preventDefault();
        if (area.dataset.locating === "FindAll") {
          takeBackFound(area, pressesOf(area).at(-1));
        }
        takeBack([...area.querySelectorAll<HTMLElement>("[data-asked-place]")].filter(place => place.querySelector("input")!.value).at(-1));
      } else if (event.key === "Enter" || event.key === " ") {
        event.preventDefault();
        const cross = crosshair(board);
        press(area, { x: Number(cross.dataset.x), y: Number(cross.dataset.y) });
      }
    },
    { signal },
  );

  /** Says where the crosshair is, and what lies there where that may be seen anyway. */
  function sayAt(area: HTMLElement, at: Spot): void {
    const said = area.querySelector<HTMLElement>("[data-crosshair-said]")!;
    const under = [...area.querySelectorAll<SVGPolygonElement>(".zone-mark[data-name]")]
      .reverse()
      .find(mark => mark.isPointInFill(new DOMPoint(at.x, at.y)));
    said.textContent =
      `${said.dataset.words!.replace("{0}", String(Math.round(at.x * 100))).replace("{1}", String(Math.round(at.y * 100)))}` +
      `${under ? `, ${under.dataset.name}` : ""}`;
  }

  function crosshair(board: HTMLElement): HTMLElement {
    const sheet = board.querySelector<HTMLElement>("[data-sheet]")!;
    let cross = sheet.querySelector<HTMLElement>(".crosshair");
    if (!cross) {
      cross = document.createElement("span");
      cross.className = "crosshair place-mark";
      [cross.dataset.x, cross.dataset.y] = ["0.5", "0.5"];
      putAt(cross, { x: 0.5, y: 0.5 }, 0);
      sheet.append(cross);
    }
    return cross;
  }

  function pin(area: HTMLElement, at: Spot): void {
    const mark = document.createElement("span");
    mark.className = "press-pin";
    const sphere = area.querySelector<HTMLElement>("[data-sphere]");
    if (sphere) {
      const [x, y] = write(at).split(" ");
      mark.dataset.sign = "";
      [mark.dataset.x, mark.dataset.y] = [x, y];
      sphere.querySelector(".board")!.append(mark);
      placeSigns(sphere);
      return;
    }
    mark.dataset.at = write(at);
    area.querySelector("[data-sheet]")!.append(mark);
  }

  function settle(area: HTMLElement): void {
    settleSheets(area);
    const now = current(area);
    area.querySelectorAll("[data-asked-place]").forEach(place => {
      place.classList.toggle("asked-now", place === now);
      if (place === now) {
        place.setAttribute("aria-current", "step");
      } else {
        place.removeAttribute("aria-current");
      }
    });
  }

  const settleAll = (): void => {
    settleSheets(root);
    root.querySelectorAll<HTMLElement>("[data-locating]").forEach(settle);
  };
  settleAll();
  return settleAll;
}
