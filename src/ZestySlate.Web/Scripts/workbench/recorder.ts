import { Recording } from "../media/recording";
import type { Rooms } from "./rooms";

/** Records a sound where one is needed: level, listen, once more, keep. */
export function watchRecorder(rooms: Rooms): void {
  const dialog = document.getElementById("recorder") as HTMLDialogElement;
  const said = dialog.querySelector<HTMLElement>("[data-recorder-said]")!;
  const go = dialog.querySelector<HTMLButtonElement>("[data-recorder=go]")!;
  const keep = dialog.querySelector<HTMLButtonElement>("[data-recorder=keep]")!;
  const player = dialog.querySelector("audio")!;
  const meter = dialog.querySelector("meter")!;
  let form: HTMLFormElement | null = null;
  let recording: Recording | null = null;
  let made: File | null = null;

  document.addEventListener("click", event => {
    const opener = (event.target as HTMLElement).closest<HTMLElement>("[data-record]");
    if (opener) {
      form = opener.closest<HTMLFormElement>("form[data-upload]");
      reset();
      dialog.showModal();
    }
  });
  dialog.addEventListener("close", () => {
    recording?.stop();
  });
  go.addEventListener("click", () => void (recording ? finish() : begin()));
  keep.addEventListener("click", () => {
    if (!made || !form) {
      return;
    }
    const fields = new FormData(form);
    fields.set("file", made, made.name);
    rooms.send("/media", fields, { form });
    dialog.close();
  });

  async function begin(): Promise<void> {
    try {
      recording = await Recording.begin(level => {
        meter.value = level;
      });
      go.textContent = "Stop";
      keep.hidden = player.hidden = true;
      said.textContent = "Recording …";
    } catch {
      said.textContent =
        "The microphone cannot be used: it was refused, or there is none. Allow it in the browser, or upload a sound file instead.";
    }
  }

  async function finish(): Promise<void> {
    made = await recording!.finish();
    recording = null;
    meter.value = 0;
    player.src = URL.createObjectURL(made);
    player.hidden = keep.hidden = false;
    go.textContent = "Record again";
    said.textContent = "Listen, then keep it or record again.";
  }

  function reset(): void {
    recording = null;
    made = null;
    player.hidden = keep.hidden = true;
    go.textContent = "Record";
    said.textContent = "Press Record and speak. Nothing is kept until you keep it.";
  }
}
