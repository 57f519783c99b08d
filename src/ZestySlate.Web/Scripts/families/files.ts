import type { Changed } from "../learner/families";
import { saidIn } from "../learner/said";
import { readable } from "../shared/readable";
import { upload } from "../shared/upload";

/** What has changed goes along with the form once: a file more, or one that is taken out. What other pages have handed over stays. */
function say(answer: HTMLElement, name: "file" | "gone", id: string): void {
  answer.closest("form")!.addEventListener("formdata", event => event.formData.append(name, id), { once: true });
}

/** Files and photos to hand over: chosen, dropped or taken, sent with their progress told, replaced and taken out. */
export function start(root: HTMLElement, changed: Changed, signal: AbortSignal): void {
  root.addEventListener(
    "change",
    event => {
      const field = event.target as HTMLInputElement;
      const answer = field.closest<HTMLElement>("[data-family=files]");
      if (!answer || field.type !== "file") {
        return;
      }
      event.stopImmediatePropagation();
      void take(answer, [...(field.files ?? [])], field.dataset.replace);
      field.value = "";
    },
    { signal, capture: true },
  );

  root.addEventListener(
    "click",
    event => {
      const button = (event.target as HTMLElement).closest<HTMLButtonElement>("[data-family=files] button[name=move]");
      if (!button) {
        return;
      }
      event.preventDefault();
      const [answer, row] = [button.closest<HTMLElement>("[data-family=files]")!, button.closest("li")!];
      const next = (row.nextElementSibling ?? row.previousElementSibling)?.querySelector<HTMLElement>("button[name=move]");
      say(answer, "gone", row.dataset.file!);
      row.remove();
      (next ?? answer.querySelector<HTMLElement>("[data-hand-over]"))?.focus();
      changed(answer.closest("form")!, "", "hand");
    },
    { signal },
  );

  for (const kind of ["dragover", "drop"] as const) {
    root.addEventListener(
      kind,
      event => {
        const answer = (event.target as HTMLElement).closest<HTMLElement>("[data-family=files]");
        if (!answer || !event.dataTransfer?.types.includes("Files")) {
          return;
        }
        event.preventDefault();
        answer.classList.toggle("dropping", kind === "dragover");
        if (kind === "drop") {
          void take(answer, [...event.dataTransfer.files]);
        }
      },
      { signal },
    );
  }
  root.addEventListener(
    "dragleave",
    event => (event.target as HTMLElement).closest<HTMLElement>("[data-family=files]")?.classList.remove("dropping"),
    { signal },
  );

  async function take(answer: HTMLElement, files: File[], replaces?: string): Promise<void> {
    const list = answer.querySelector<HTMLElement>("[data-handed]")!;
    const tell = (words: string): void => {
      answer.querySelector<HTMLElement>("[data-said]")!.textContent = words;
    };
    const form = answer.closest("form")!;
    for (const chosen of files) {
      const file = await readable(chosen);
      if (!replaces && list.children.length >= Number(answer.dataset.most)) {
        tell(saidIn(answer, "tooManyFiles", Number(answer.dataset.most)));
        return;
      }
      const most = Number(answer.dataset.megabytes);
      if (file.size > most * 1048576) {
        tell(saidIn(answer, "fileTooLarge", file.name, Math.round(file.size / 104857.6) / 10, most));
        return;
      }
      const sent = await upload(
        answer.dataset.upload!,
        root,
        { spot: form.dataset.ask! },
        file,
        signal,
        share => tell(saidIn(answer, "fileSending", file.name, Math.round(share * 100))),
        () => tell(saidIn(answer, "fileNotSent", file.name)),
      );
      if (!sent) {
        return;
      }
      if ("refusal" in sent) {
        tell(sent.refusal);
        return;
      }
      const row = document.createElement("li");
      row.dataset.file = sent.id;
      row.innerHTML = '<span class="handed-file"></span>';
      say(answer, "file", sent.id);
      const shown = row.querySelector("span")!;
      if (file.type.startsWith("image/")) {
        shown.append(Object.assign(new Image(), { src: `${answer.dataset.upload}/${sent.id}?size=small`, alt: sent.name }));
      }
      shown.append(Object.assign(document.createElement("span"), { textContent: sent.name, className: "handed-name" }));
      const old = replaces ? list.querySelector(`[data-file="${CSS.escape(replaces)}"]`) : null;
      if (old) {
        say(answer, "gone", replaces!);
        old.replaceWith(row);
      } else {
        list.append(row);
      }
      tell(saidIn(answer, "fileSent", sent.name));
      changed(form, "", "hand");
    }
  }
}
