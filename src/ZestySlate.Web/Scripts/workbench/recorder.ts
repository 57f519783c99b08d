import { Recording } from "../media/recording";
import type { Rooms } from "./rooms";

/** Something that is to be heard: where the sound goes, and what is said in it. */
interface Target {
  spot: string;
  kind: string;
  say: string;
  /** True when it has a sound already. */
  has: boolean;
}

/**
 * Records a sound where one is needed: a press begins, a press ends and keeps it. For a list, one after the other: the press that
 * ends one begins the next. What is kept can be undone like every change.
 */
export function watchRecorder(rooms: Rooms): void {
  const dialog = document.getElementById("recorder") as HTMLDialogElement;
  const part = <T extends HTMLElement>(name: string): T => dialog.querySelector<T>(`[data-recorder=${name}]`)!;
  const [said, name, list] = [part("said"), part("name"), part<HTMLOListElement>("list")];
  const [go, keep, again] = [part<HTMLButtonElement>("go"), part<HTMLButtonElement>("keep"), part<HTMLButtonElement>("again")];
  const meter = dialog.querySelector("meter")!;
  let form: HTMLFormElement | null = null;
  let recording: Recording | null = null;
  let targets: Target[] = [];
  let at = 0;
  /** How often one was begun: a microphone that comes later than the next beginning, or after closing, is let go. */
  let begun = 0;

  document.addEventListener("click", event => {
    const opener = (event.target as HTMLElement).closest<HTMLElement>("[data-record], [data-record-all]");
    if (opener) {
      form = opener.closest<HTMLFormElement>("form[data-upload]")!;
      targets = opener.dataset.recordAll ? (JSON.parse(opener.dataset.recordAll) as Target[]) : [targetOf(form, opener.dataset.say ?? "")];
      at = Math.max(
        0,
        targets.findIndex(target => !target.has),
      );
      show();
      dialog.showModal();
      void begin();
    }
  });
  dialog.addEventListener("close", () => {
    recording?.stop();
    recording = null;
  });
  go.addEventListener("click", () => void next());
  keep.addEventListener("click", () => void finish().then(() => dialog.close()));
  again.addEventListener("click", () => {
    recording?.stop();
    void begin();
  });
  list.addEventListener("click", event => {
    const button = (event.target as HTMLElement).closest<HTMLElement>("[data-at]");
    if (button) {
      recording?.stop();
      at = Number(button.dataset.at);
      void begin();
    }
  });

  /** Keeps this one and begins the next; after the last it is done. */
  async function next(): Promise<void> {
    await finish();
    if (at + 1 < targets.length) {
      at++;
      await begin();
    } else {
      dialog.close();
    }
  }

  async function begin(): Promise<void> {
    show();
    const mine = ++begun;
    try {
      const made = await Recording.begin(level => {
        meter.value = level;
      });
      if (mine !== begun || !dialog.open) {
        made.stop();
        return;
      }
      recording = made;
      said.textContent = "Recording …";
      go.disabled = keep.disabled = false;
      go.focus();
    } catch {
      said.textContent =
        "The microphone cannot be used: it was refused, or there is none. Allow it in the browser, or upload a sound file instead.";
    }
  }

  async function finish(): Promise<void> {
    const made = recording;
    recording = null;
    if (!made || !form) {
      return;
    }
    go.disabled = keep.disabled = true;
    const target = targets[at]!;
    const file = await made.finish();
    const fields = new FormData(form);
    fields.set("file", file, file.name);
    fields.set("spot", target.spot);
    fields.set("kind", target.kind);
    fields.set("spoken", target.say);
    rooms.send("/media", fields, { form });
    target.has = true;
  }

  /** Shows what is to be said now, and how far one is. */
  function show(): void {
    const several = targets.length > 1;
    meter.value = 0;
    go.disabled = keep.disabled = true;
    name.textContent = targets[at]!.say;
    name.hidden = targets[at]!.say === "";
    said.textContent = "The microphone is asked for …";
    go.textContent = at + 1 < targets.length ? "Keep, and the next" : "Stop and keep";
    keep.hidden = at + 1 >= targets.length;
    list.hidden = !several;
    list.replaceChildren(
      ...targets.map((target, i) => {
        const row = document.createElement("li");
        const button = Object.assign(document.createElement("button"), {
          type: "button",
          className: "button button-quiet",
          textContent: `${target.say || `Number ${i + 1}`}${target.has ? " ✓" : ""}`,
        });
        button.dataset.at = String(i);
        button.setAttribute("aria-current", i === at ? "step" : "false");
        row.append(button);
        return row;
      }),
    );
  }
}

/** What a form is for, as it stands: its part may be chosen in a list. */
function targetOf(form: HTMLFormElement, say: string): Target {
  const kind = form.elements.namedItem("kind");
  const spot = form.elements.namedItem("spot") as HTMLInputElement;
  return {
    spot: spot.value,
    kind: (kind as HTMLInputElement | HTMLSelectElement).value,
    say: say || (kind instanceof HTMLSelectElement ? (kind.selectedOptions[0]?.textContent ?? "").trim() : ""),
    has: false,
  };
}
