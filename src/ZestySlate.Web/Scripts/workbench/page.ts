import htmx from "htmx.org";
import { ask, lostWords } from "../shared/ask";
import { watchCarrying } from "../shared/carry";
import { newId } from "../shared/place";
import { makeChooser } from "./chooser";
import { intoHand } from "./rich";
import type { Rooms } from "./rooms";
import { drag, swallowClick } from "../shared/drag";

/** The page on the stage: its rows, words that are pressed, items that are dragged to their group, pasted lists. */
export function watchPage(rooms: Rooms): void {
  const never = new AbortController().signal;

  document.addEventListener("click", event => {
    const target = event.target as HTMLElement;
    const kind = target.closest<HTMLElement>("[data-add-kind]")?.dataset.addKind;
    if (kind) {
      addToScene(rooms, kind);
    }
    const button = target.closest<HTMLElement>("[data-row-do]");
    if (button) {
      actOnRow(rooms, button.dataset.rowDo!, button.dataset.rowOf!);
    }
    if (target.closest("[data-do=questionList]")) {
      closePageChooser();
      openList();
    }
  });

  document.addEventListener("keydown", event => {
    const row = (event.target as HTMLElement).closest<HTMLElement>("[data-row-head]");
    if (row && event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      actOnRow(rooms, event.key === "ArrowUp" ? "earlier" : "later", row.dataset.rowHead!);
    }
  });

  watchCarrying(
    document.body,
    {
      take: pressed =>
        pressed.closest(".grip")?.closest<HTMLElement>(".page-row") ??
        (pressed.closest("input, textarea, select, button, audio") ? null : pressed.closest<HTMLElement>("[data-boxed]")),
      drop: (thing, onto) => {
        if (thing.dataset.boxed) {
          const box = onto?.closest<HTMLElement>("[data-box]");
          const list = thing.querySelector<HTMLSelectElement>("select[name^=in-]");
          if (box && list && box.closest("form") === thing.closest("form")) {
            list.value = box.dataset.box!;
            list.dispatchEvent(new Event("change", { bubbles: true }));
          }
          return;
        }
        const other = onto?.closest<HTMLElement>(".page-row");
        const list = thing.parentElement;
        if (other && other !== thing && list) {
          const rows = [...list.children];
          rooms.send("/edit", { edit: "order", spot: thing.dataset.row!, steps: String(rows.indexOf(other) - rows.indexOf(thing)) });
        }
      },
    },
    never,
  );

  watchPressing(rooms);
  watchList(rooms);
  // A question that was begun just now waits for its words.
  if (document.querySelector<HTMLInputElement>(".page-open [data-rich] input[type=hidden]")?.value === "") {
    takePrompt();
  }
}

/** Has the prompt of the open question in hand. */
function takePrompt(): void {
  const prompt = document.querySelector<HTMLElement>(".page-open [data-rich]");
  if (prompt) {
    intoHand(prompt);
  }
}

/** Adds something of a kind at the end of the scene, and has its prompt in hand. */
function addToScene(rooms: Rooms, kind: string): void {
  rooms.send(
    "/edit",
    { edit: "add", scene: rooms.at, kind, x: "0.5", y: "0.5", newId: newId() },
    {
      after: () => {
        const row = document.querySelector<HTMLElement>(".page-open");
        row?.scrollIntoView({ block: "start" });
        takePrompt();
      },
    },
  );
}

/** Opens the chooser at the end of the page, or closes it when it is open. */
export function chooseOnPage(rooms: Rooms, page: HTMLElement): void {
  if (closePageChooser()) {
    return;
  }
  const made = makeChooser("#page-chooser", {
    pick: kind => {
      closePageChooser();
      addToScene(rooms, kind);
    },
    leave: () => {
      closePageChooser();
      page.querySelector<HTMLElement>("[data-do=add]")?.focus();
    },
  });
  page.after(made.box);
  made.box.scrollIntoView({ block: "nearest" });
  made.start();
}

/** Closes it; false when it was not open. */
export function closePageChooser(): boolean {
  const open = document.querySelector(".page-edit > [data-chooser]");
  open?.remove();
  return open !== null;
}

function actOnRow(rooms: Rooms, what: string, spot: string): void {
  const back = (): void => document.querySelector<HTMLElement>(`[data-row-open="${CSS.escape(spot)}"]`)?.focus();
  switch (what) {
    case "earlier":
    case "later":
      rooms.send("/edit", { edit: "order", spot, steps: what === "earlier" ? "-1" : "1" }, { after: back });
      break;
    case "copy":
      rooms.send("/edit", { edit: "copy", spot, newId: newId() });
      break;
    case "delete":
      rooms.send(
        "/edit",
        { edit: "delete", spot },
        {
          after: () => {
            rooms.toast("Deleted.", () => rooms.send("/undo", {}));
            document.querySelector<HTMLElement>("[data-row-open], .page-add button")?.focus();
          },
        },
      );
      break;
  }
}

/** Dragging over several words marks them as one phrase; a press on one word is the button's own. */
function watchPressing(rooms: Rooms): void {
  const words = (area: Element, one: HTMLElement, other: HTMLElement): HTMLElement[] => {
    const [from, to] = [
      Math.min(Number(one.dataset.from), Number(other.dataset.from)),
      Math.max(Number(one.dataset.to), Number(other.dataset.to)),
    ];
    return [...area.querySelectorAll<HTMLElement>(".press-word")].filter(
      word => Number(word.dataset.from) >= from && Number(word.dataset.to) <= to,
    );
  };
  const under = (event: PointerEvent): HTMLElement | null =>
    document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>(".press-word") ?? null;
  const clear = (): void => document.querySelectorAll(".press-over").forEach(word => word.classList.remove("press-over"));
  document.addEventListener("pointerdown", event => {
    const first = (event.target as HTMLElement).closest<HTMLElement>(".press-word");
    const area = first?.closest("[data-press-words]");
    if (!first || !area) {
      return;
    }
    if (event.pointerType !== "mouse") {
      first.releasePointerCapture?.(event.pointerId);
    }
    drag(event, {
      move(at) {
        const over = under(at);
        if (!over || !area.contains(over)) {
          return;
        }
        clear();
        if (over !== first) {
          words(area, first, over).forEach(word => word.classList.add("press-over"));
        }
      },
      end(_moved, at) {
        const last = at.type === "pointercancel" ? null : under(at);
        clear();
        if (!last || last === first || !area.contains(last)) {
          return;
        }
        const chosen = words(area, first, last);
        const form = area.closest("form")!;
        const fields = new FormData(form);
        fields.set("pressed", "yes");
        fields.set(
          "press",
          `${Math.min(...chosen.map(word => Number(word.dataset.from)))}-${Math.max(...chosen.map(word => Number(word.dataset.to)))}`,
        );
        swallowClick();
        rooms.send("/edit", fields, { form });
      },
    });
  });
}

const list = (): HTMLDialogElement => document.getElementById("question-list") as HTMLDialogElement;

function openList(): void {
  list().showModal();
  list().querySelector("textarea")!.focus();
}

/** A pasted list of questions: what was read is shown while it is typed, and added by one press. */
function watchList(rooms: Rooms): void {
  const dialog = list();
  const field = dialog.querySelector("textarea")!;
  const shown = dialog.querySelector<HTMLElement>("[data-list-shown]")!;
  dialog.querySelector<HTMLInputElement>("input[type=file]")!.addEventListener("change", event => {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = "";
    void (
      file &&
      textOf(file).then(text => {
        if (text !== null) {
          field.value = text;
          htmx.trigger(field, "slate:read");
        }
      })
    );
  });
  /** A workbook is read by the server, everything else is text. */
  const textOf = async (file: File): Promise<string | null> => {
    if (!/\.xlsx$/i.test(file.name)) {
      return file.text();
    }
    const fields = new FormData();
    fields.set("file", file, file.name);
    const proof = { "X-Slate-Proof": rooms.body.dataset.proof! };
    const reply = await ask("list", `${rooms.address}/questions/file`, { method: "POST", body: fields, headers: proof }, () =>
      rooms.toast(lostWords),
    );
    if (reply && !reply.ok) {
      rooms.toast(reply.text);
    }
    return reply?.ok ? reply.text : null;
  };
  dialog.addEventListener("click", event => {
    const line = (event.target as HTMLElement).closest<HTMLElement>("[data-list-line]");
    if (line) {
      const lines = field.value.split("\n");
      const start = lines.slice(0, Number(line.dataset.listLine) - 1).join("\n").length + (line.dataset.listLine === "1" ? 0 : 1);
      field.focus();
      field.setSelectionRange(start + Number(line.dataset.listColumn) - 1, start + (lines[Number(line.dataset.listLine) - 1]?.length ?? 0));
    }
    if ((event.target as HTMLElement).closest("[data-list-add]")) {
      rooms.send(
        "/questions",
        { list: field.value, scene: rooms.at },
        {
          after: () => {
            rooms.toast("The questions are on the page.", () => rooms.send("/undo", {}));
            field.value = "";
            shown.replaceChildren();
          },
        },
      );
      dialog.close();
    }
  });
}
