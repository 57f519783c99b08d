import { newId, placeSign } from "../shared/place";
import type { Rooms } from "./rooms";
import type { Trial } from "./trial";

const DragFrom = 4;

export interface StageHand {
  /** Opens the chooser at a place of the stage. */
  choose: (mat: HTMLElement, x: number, y: number) => void;
  /** Moves the selected sign by shares. */
  nudge: (right: number, down: number) => void;
  /** Changes the size of the selected sign. */
  resize: (factor: number) => void;
  closeChooser: () => boolean;
}

/** What a hand does on the stage: press for something new, press a sign to select, drag to move, drag the handle to resize. */
export function watchStage(rooms: Rooms, trial: Trial): StageHand {
  let chooser: HTMLElement | null = null;
  let later = 0;

  const room = (): HTMLElement => document.getElementById("room-stage")!;
  const signOf = (spot: string): HTMLElement | null => room().querySelector(`[data-sign="${CSS.escape(spot)}"]`);

  rooms.redrawn.push(() => addHandle());
  addHandle();

  document.addEventListener("pointerdown", event => {
    const target = event.target as HTMLElement;
    if (trial.on || event.button !== 0 || !target.closest("#room-stage .stage")) { return; }
    const sign = target.closest<HTMLElement>("[data-sign]");
    if (target.closest(".handle") && sign) { startResize(event, sign); } else if (sign) { startMove(event, sign); }
  });

  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    if (trial.on) { return; }
    const sign = target.closest<HTMLElement>("#room-stage a[data-sign]");
    if (sign) {
      event.preventDefault();
      closeChooser();
      void rooms.select(sign.dataset.sign!);
      return;
    }
    const mat = target.closest<HTMLElement>(".stage-mat");
    if (chooser && !target.closest(".chooser")) {
      closeChooser();
    } else if (mat && target.closest(".stage") && !target.closest(".chooser")) {
      const box = mat.querySelector(".stage")!.getBoundingClientRect();
      choose(mat, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
    }
  });

  return { choose, nudge, resize, closeChooser };

  function choose(mat: HTMLElement, x: number, y: number): void {
    closeChooser();
    chooser = (document.querySelector<HTMLTemplateElement>("#chooser")!.content.firstElementChild as HTMLElement).cloneNode(true) as HTMLElement;
    const stage = mat.querySelector<HTMLElement>(".stage")!;
    const mark = document.createElement("span");
    mark.className = "place-mark";
    placeSign(mark, x, y, 1);
    mark.append(chooser);
    stage.append(mark);
    chooser.classList.toggle("chooser-left", x > 0.6);
    chooser.classList.toggle("chooser-up", y > 0.5);
    chooser.addEventListener("click", event => {
      const kind = (event.target as HTMLElement).closest<HTMLElement>("[data-kind]")?.dataset.kind;
      if (kind) {
        closeChooser();
        const spot = newId();
        rooms.send("/edit", { edit: "add", scene: mat.dataset.scene!, spot, kind, x: String(x), y: String(y), selected: rooms.selected }, {
          after: () => window.setTimeout(() => document.querySelector<HTMLElement>("#room-details [contenteditable=true], #room-details input:not([type=hidden]), #room-details textarea")?.focus(), 0),
        });
      }
    });
    chooser.addEventListener("keydown", event => {
      const items = [...chooser!.querySelectorAll<HTMLElement>("[data-kind]")];
      const at = items.indexOf(document.activeElement as HTMLElement);
      if (event.key === "ArrowDown" || event.key === "ArrowUp") {
        event.preventDefault();
        event.stopPropagation();
        items[(at + (event.key === "ArrowDown" ? 1 : items.length - 1)) % items.length].focus();
      } else if (event.key === "Escape") {
        event.stopPropagation();
        closeChooser();
        mat.focus();
      }
    });
    chooser.querySelector<HTMLElement>("[data-kind]")!.focus({ preventScroll: true });
  }

  function closeChooser(): boolean {
    const was = chooser !== null;
    chooser?.parentElement?.remove();
    chooser = null;
    return was;
  }

  function startMove(down: PointerEvent, sign: HTMLElement): void {
    const stage = sign.closest<HTMLElement>(".stage")!;
    const box = stage.getBoundingClientRect();
    const from = { x: Number(sign.dataset.x), y: Number(sign.dataset.y) };
    let moved = false;
    const move = (event: PointerEvent): void => {
      if (!moved && Math.hypot(event.clientX - down.clientX, event.clientY - down.clientY) < DragFrom) { return; }
      moved = true;
      rooms.carried.add(sign.dataset.sign!);
      sign.classList.add("sign-carried");
      placeSign(sign, share(from.x + (event.clientX - down.clientX) / box.width), share(from.y + (event.clientY - down.clientY) / box.height), Number(sign.dataset.size));
    };
    drag(sign, down, move, () => {
      sign.classList.remove("sign-carried");
      if (moved) {
        sign.addEventListener("click", event => { event.preventDefault(); event.stopPropagation(); }, { once: true, capture: true });
        rooms.selected = sign.dataset.sign!;
        sendPlace(sign);
      }
    });
  }

  function startResize(down: PointerEvent, sign: HTMLElement): void {
    const box = sign.getBoundingClientRect();
    const middle = { x: box.left + box.width / 2, y: box.top + box.height / 2 };
    const reach = Math.max(8, Math.hypot(down.clientX - middle.x, down.clientY - middle.y));
    const size = Number(sign.dataset.size);
    down.preventDefault();
    rooms.carried.add(sign.dataset.sign!);
    drag(sign, down, event => placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y),
      clamp(size * Math.hypot(event.clientX - middle.x, event.clientY - middle.y) / reach)), () => {
      sign.addEventListener("click", event => { event.preventDefault(); event.stopPropagation(); }, { once: true, capture: true });
      sendSize(sign);
    });
  }

  function drag(sign: HTMLElement, down: PointerEvent, move: (event: PointerEvent) => void, end: () => void): void {
    const finish = (): void => {
      window.removeEventListener("pointermove", move);
      window.removeEventListener("pointerup", finish);
      window.removeEventListener("pointercancel", finish);
      end();
    };
    down.preventDefault();
    sign.focus({ preventScroll: true });
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", finish);
    window.addEventListener("pointercancel", finish);
  }

  function nudge(right: number, down: number): void {
    const sign = signOf(rooms.selected);
    if (sign) {
      rooms.carried.add(sign.dataset.sign!);
      placeSign(sign, share(Number(sign.dataset.x) + right), share(Number(sign.dataset.y) + down), Number(sign.dataset.size));
      soon(() => sendPlace(sign));
    }
  }

  function resize(factor: number): void {
    const sign = signOf(rooms.selected);
    if (sign) {
      rooms.carried.add(sign.dataset.sign!);
      placeSign(sign, Number(sign.dataset.x), Number(sign.dataset.y), clamp(Number(sign.dataset.size) * factor));
      soon(() => sendSize(sign));
    }
  }

  function soon(act: () => void): void {
    clearTimeout(later);
    later = window.setTimeout(() => { later = 0; act(); }, 200);
  }

  function sendPlace(sign: HTMLElement): void {
    send(sign, { edit: "move", x: sign.dataset.x!, y: sign.dataset.y! });
  }

  function sendSize(sign: HTMLElement): void {
    send(sign, { edit: "size", size: sign.dataset.size! });
  }

  function send(sign: HTMLElement, fields: Record<string, string>): void {
    const spot = sign.dataset.sign!;
    rooms.send("/edit", { ...fields, spot }, { after: () => { if (later === 0) { rooms.carried.delete(spot); } } });
  }

  function addHandle(): void {
    room().querySelectorAll(".handle").forEach(handle => handle.remove());
    const sign = signOf(rooms.selected);
    if (sign && !trial.on) {
      const handle = document.createElement("span");
      handle.className = "handle";
      handle.title = "Drag to resize";
      sign.append(handle);
    }
  }
}

const share = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1e5) / 1e5;
const clamp = (size: number): number => Math.min(3, Math.max(0.6, Math.round(size * 100) / 100));
