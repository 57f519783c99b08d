import type { Waiting } from "./outbox";
import type { Panels } from "./panels";
import { speak } from "./said";

const askOf = (root: HTMLElement, spot: string): HTMLFormElement | null =>
  root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(spot)}"]`);

/** After something was done at a question: on to what is asked for next, or to the verdict. */
export function focusAfter(root: HTMLElement, sent: Waiting): void {
  const form = askOf(root, sent.spot);
  form?.removeAttribute("aria-busy");
  if (sent.act === "step" && !form?.querySelector(".verdict")) {
    // The moved word stays in hand.
    const part = new URLSearchParams(sent.body).get("part") ?? "";
    const word = form?.querySelector<HTMLElement>(`[data-item="${CSS.escape(part)}"] [data-word]:enabled`);
    (word ?? form?.querySelector<HTMLElement>("[data-word]:enabled"))?.focus({ preventScroll: true });
    return;
  }
  const goal =
    sent.act === "again" || sent.act === "begin"
      ? form?.querySelector<HTMLElement>(
          "input:not([type=hidden], :disabled, [readonly]), textarea:not([readonly]), " +
            "select:enabled, [data-word]:enabled, [data-move]:enabled, [data-crosshair]",
        )
      : sent.act === "hint"
        ? form?.querySelector<HTMLElement>("fieldset:enabled :is(input:not([type=hidden], :disabled), select:enabled, [data-word]:enabled)")
        : form?.querySelector<HTMLElement>("[data-verdict]");
  goal?.focus({ preventScroll: true });
  if (sent.act === "begin") {
    form?.scrollIntoView({ block: "start" });
  } else {
    (form?.querySelector(".ask-actions") ?? goal)?.scrollIntoView({ block: "nearest" });
  }
}

/** After a code: on to what opened, or back to the field with the words beside it. */
export function focusAfterCode(root: HTMLElement, panels: Panels, sent: Waiting): void {
  const form = root.querySelector<HTMLFormElement>(
    `form[data-code][id="code-${CSS.escape(new URLSearchParams(sent.body).get("lock") ?? "")}"]`,
  );
  if (form) {
    const field = form.querySelector<HTMLInputElement>("input[name=code]")!;
    field.select();
    field.focus();
    return;
  }
  const panel = panels.current;
  const sign = root.querySelector<HTMLElement>(`a[data-sign="${CSS.escape(sent.spot)}"]`);
  if (sign?.dataset.jump) {
    panels.close();
    sign.focus();
  } else if (panel && sent.spot) {
    panel.dataset.opened = "";
    panels.open(sent.spot, sign);
  }
}

/** Speaks the verdict on a step, the lives that are left, and what is asked for next. */
export function speakAfter(root: HTMLElement, sent: Waiting, words: string | null): void {
  const form = askOf(root, sent.spot);
  if (!words || !form) {
    return;
  }
  const next = sent.act === "step" ? form.querySelector("[aria-current=step] .face")?.textContent?.trim() : "";
  speak(form, next ? `${words} ${next}` : words);
}
