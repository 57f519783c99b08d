import { drag } from "../shared/drag";

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
  tool: "blur" | "crop";
  element: HTMLElement;
}

const Step = 0.01,
  Least = 0.01;

/** Marks what to blur and what to keep on a picture, by dragging or by keys. The picture itself is changed on the server. */
export function watchPictureEditor(): void {
  const editor = document.querySelector<HTMLElement>("[data-picture-editor]");
  const form = document.querySelector<HTMLFormElement>("[data-picture-tools]");
  if (!editor || !form) {
    return;
  }
  const stage = editor.querySelector<HTMLElement>("[data-editor-stage]")!;
  const layer = stage.querySelector<HTMLElement>("[data-editor-layer]")!;
  const picture = layer.querySelector("img")!;
  const wraps = editor.dataset.wraps === "yes";
  const boxes: Box[] = [];
  let tool: "blur" | "crop" | null = null;

  form.addEventListener("click", event => {
    const pressed = (event.target as HTMLElement).closest<HTMLButtonElement>("[data-tool]");
    if (!pressed) {
      return;
    }
    if (pressed.dataset.tool === "undo") {
      boxes.pop()?.element.remove();
      write();
      look();
      return;
    }
    tool = pressed.getAttribute("aria-pressed") === "true" ? null : (pressed.dataset.tool as "blur" | "crop");
    form
      .querySelectorAll("[data-tool][aria-pressed]")
      .forEach(other => other.setAttribute("aria-pressed", String(other === pressed && tool !== null)));
    stage.classList.toggle("editing", tool !== null);
    look();
    // Who presses the tool by key gets a box in the middle, to be moved by keys.
    if (tool && pressed.matches(":focus-visible") && event.detail === 0) {
      add({ x: 0.4, y: 0.4, width: 0.2, height: 0.2 }).element.focus();
    }
  });

  stage.addEventListener("pointerdown", down => {
    if (!tool || down.button !== 0) {
      return;
    }
    down.preventDefault();
    const from = shareAt(down);
    const box = add({ ...from, width: 0, height: 0 });
    drag(down, {
      move(event) {
        const to = shareAt(event);
        Object.assign(box, {
          x: Math.min(from.x, to.x),
          y: Math.min(from.y, to.y),
          width: Math.abs(to.x - from.x),
          height: Math.abs(to.y - from.y),
        });
        draw(box);
      },
      end() {
        if (box.width < Least || box.height < Least) {
          drop(box);
        }
        write();
      },
    });
  });

  stage.addEventListener("keydown", event => {
    const box = boxes.find(one => one.element === event.target);
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [-Step, 0],
      ArrowRight: [Step, 0],
      ArrowUp: [0, -Step],
      ArrowDown: [0, Step],
    };
    if (!box) {
      return;
    }
    const way = ways[event.key];
    if (way) {
      event.preventDefault();
      const [right, down] = way;
      if (event.shiftKey) {
        Object.assign(box, { width: Math.max(Least, box.width + right), height: Math.max(Least, box.height + down) });
      } else {
        Object.assign(box, { x: wraps ? box.x + right : clamp(box.x + right), y: clamp(box.y + down) });
      }
      draw(box);
      write();
    } else if (event.key === "Delete" || event.key === "Backspace") {
      event.preventDefault();
      drop(box);
      write();
    }
  });
  for (const sort of ["input", "change"]) {
    form.addEventListener(sort, () => {
      write();
      look();
    });
  }
  write();

  function field(name: string): HTMLInputElement {
    return form!.elements.namedItem(name) as HTMLInputElement;
  }

  /** Shows the picture turned and straightened as it will be, its empty corners cut off; what to blur is marked on it as it is. */
  function look(): void {
    Object.assign(stage.style, { width: "", height: "" });
    Object.assign(layer.style, { position: "", left: "", top: "", margin: "", transform: "" });
    const [turns, degrees] = tool === "blur" ? [0, 0] : [Number(field("turns").value), Number(field("straighten").value)];
    if (turns === 0 && !degrees) {
      return;
    }
    const [wide, high] = [picture.offsetWidth, picture.offsetHeight];
    const lies = turns % 2 === 1;
    const fits = lies ? Math.min(1, high / wide) : 1;
    const [w, h] = lies ? [high, wide] : [wide, high];
    const angle = (Math.abs(Math.max(-45, Math.min(45, degrees))) * Math.PI) / 180;
    const kept = Math.min(w / (w * Math.cos(angle) + h * Math.sin(angle)), h / (w * Math.sin(angle) + h * Math.cos(angle)));
    Object.assign(stage.style, { width: `${w * fits}px`, height: `${h * fits}px` });
    Object.assign(layer.style, {
      position: "absolute",
      left: "50%",
      top: "50%",
      margin: `${-high / 2}px 0 0 ${-wide / 2}px`,
      transform: `rotate(${turns * 90 + degrees}deg) scale(${fits / kept})`,
    });
  }

  function shareAt(event: PointerEvent): { x: number; y: number } {
    const frame = (tool === "blur" ? picture : stage).getBoundingClientRect();
    const x = (event.clientX - frame.left) / frame.width;
    return { x: wraps ? x : clamp(x), y: clamp((event.clientY - frame.top) / frame.height) };
  }

  function add(place: { x: number; y: number; width: number; height: number }): Box {
    if (tool === "crop") {
      boxes.filter(other => other.tool === "crop").forEach(drop);
    }
    const element = document.createElement("span");
    element.className = `edit-box edit-${tool}`;
    element.tabIndex = 0;
    element.setAttribute("role", "img");
    element.setAttribute("aria-label", tool === "crop" ? "What is kept" : "Region to blur");
    (tool === "blur" ? layer : stage).append(element);
    const box: Box = { ...place, tool: tool!, element };
    boxes.push(box);
    draw(box);
    write();
    return box;
  }

  function drop(box: Box): void {
    boxes.splice(boxes.indexOf(box), 1);
    box.element.remove();
  }

  function draw(box: Box): void {
    Object.assign(box.element.style, {
      left: `${box.x * 100}%`,
      top: `${box.y * 100}%`,
      width: `${box.width * 100}%`,
      height: `${box.height * 100}%`,
    });
  }

  function write(): void {
    const said = (which: string): string =>
      boxes
        .filter(box => box.tool === which)
        .map(box => [box.x, box.y, box.width, box.height].map(n => n.toFixed(5)).join(" "))
        .join(";");
    field("blurs").value = said("blur");
    field("crop").value = said("crop");
    const changed =
      boxes.length > 0 || Number(field("straighten").value) !== 0 || field("turns").value !== "0" || field("width").value !== "";
    form!.querySelectorAll<HTMLButtonElement>("[data-needs-change]").forEach(button => {
      button.disabled = !changed;
    });
    form!.querySelector<HTMLButtonElement>("[data-tool=undo]")!.disabled = boxes.length === 0;
  }
}

const clamp = (value: number): number => Math.min(1, Math.max(0, value));
