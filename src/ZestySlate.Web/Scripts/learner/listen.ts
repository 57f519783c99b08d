import { typing } from "../shared/place";
import { pressed } from "./pressed";
import type { LearnerParts } from "./parts";

/** So long a pointer rests on a callout until its words count as seen. */
const Seen = 400;

/** Presses on the stage and its panels. */
export function listenToPresses({ root, host, still, stage, panels, answers }: LearnerParts): void {
  /** A callout is met once its words were shown: pressed, in focus, or under the pointer for a moment. */
  const metCallout = (sign: HTMLElement): void => {
    if (sign.dataset.kind === "callout" && pressed(sign.dataset) === "callout" && sign.dataset.met !== "yes") {
      sign.dataset.met = "yes";
      answers.post(sign.dataset.sign!, "open");
    }
  };

  const press = (opener: HTMLAnchorElement): void => {
    const does = pressed(opener.dataset);
    if (does === "visit") {
      answers.visit(opener.dataset.jump!);
    } else if (opener.matches("[data-findings]")) {
      panels.open("findings", opener);
    } else if (does === "callout") {
      if (opener.dataset.sound && !opener.classList.contains("showing")) {
        stage.speak(opener.dataset.sound);
      }
      metCallout(opener);
      const showing = opener.classList.toggle("showing");
      root.querySelectorAll(".sign.showing").forEach(other => other !== opener && other.classList.remove("showing"));
      if (!showing) {
        opener.blur();
      }
    } else {
      panels.open(opener.dataset.open ?? opener.dataset.sign!, opener);
    }
  };

  let over = 0;
  root.addEventListener(
    "pointerover",
    event => {
      clearTimeout(over);
      const sign = (event.target as HTMLElement).closest<HTMLElement>("a[data-sign][data-kind=callout]");
      if (sign) {
        over = window.setTimeout(() => metCallout(sign), Seen);
      }
    },
    { signal: still },
  );
  root.addEventListener(
    "focusin",
    event => {
      if (event.target instanceof HTMLElement) {
        metCallout(event.target);
      }
    },
    { signal: still },
  );
  root.addEventListener(
    "click",
    event => {
      const target = event.target as HTMLElement;
      if (stage.press(target)) {
        return;
      }
      const opener = target.closest<HTMLAnchorElement>("a[data-open], a[data-sign], a[data-findings]");
      if (opener && opener.target === "_blank") {
        const link = opener.dataset.open ?? opener.dataset.sign!;
        answers.post(link, "open");
        host.opened?.(link);
      } else if (opener) {
        event.preventDefault();
        press(opener);
      } else if (target.closest("[data-close]")) {
        event.preventDefault();
        panels.close();
      } else if (panels.current && !target.closest(".panel, .panorama-tools") && target.closest(".stage")) {
        panels.close();
      }
    },
    { signal: still },
  );
}

/** Keys that work anywhere in the view. */
export function listenToKeys({ root, still, stage, panels }: LearnerParts): void {
  root.addEventListener(
    "keydown",
    event => {
      const target = event.target as HTMLElement;
      if (event.key === "Escape" && panels.current) {
        event.stopPropagation();
        panels.close();
      } else if (event.key === " " && target.matches("a[data-sign]")) {
        event.preventDefault();
        target.click();
      } else if (!typing() && !event.ctrlKey && !event.metaKey && !event.altKey && target.closest(".scene")) {
        if (event.key === "f" || event.key === "F") {
          stage.fullScreen();
        } else if (event.key === "s" || event.key === "S") {
          root.querySelector<HTMLElement>("[data-show-signs]")?.click();
        }
      }
    },
    { signal: still },
  );
}

/** What a backdrop with a course in time has seen. */
export function listenToBackdrops({ root, still, answers }: LearnerParts): void {
  root.addEventListener("slate:go", event => answers.visit((event as CustomEvent<string>).detail), { signal: still });
  root.addEventListener(
    "slate:event",
    event => {
      const { act, spot, fields } = (event as CustomEvent<{ act: string; spot: string; fields: Record<string, string> }>).detail;
      const form = new FormData();
      Object.entries(fields).forEach(([name, value]) => form.set(name, value));
      answers.post(spot, act, form);
    },
    { signal: still },
  );
}

/** What is typed and picked is kept. */
export function listenToFields({ root, still, answers }: LearnerParts): void {
  root.addEventListener(
    "input",
    event => {
      const field = event.target as HTMLInputElement;
      const ask = field.closest<HTMLFormElement>("form[data-ask]");
      if (ask && field.matches("input:not([type=checkbox], [type=radio], [type=file]), textarea")) {
        answers.keepSoon(ask, 800);
      }
      const finding = field.closest<HTMLFormElement>("form[data-annotate]");
      if (finding) {
        answers.annotateSoon(finding);
      }
    },
    { signal: still },
  );
  root.addEventListener(
    "change",
    event => {
      const field = event.target as HTMLInputElement;
      const form = field.closest<HTMLFormElement>("form[data-ask]");
      if (!form) {
        return;
      }
      keepNoneAlone(form, field);
      if (form.dataset.atOnce === "yes" && field.type === "radio") {
        answers.post(form.dataset.ask!, "mark", form);
      } else {
        answers.keepSoon(form, 250);
      }
    },
    { signal: still },
  );
}

/** Forms are sent as events. */
export function listenToForms({ root, still, answers }: LearnerParts): void {
  root.addEventListener(
    "submit",
    event => {
      const form = event.target as HTMLFormElement;
      const submitter = (event as SubmitEvent).submitter as HTMLButtonElement | null;
      if (form.matches("[data-hand-in]")) {
        event.preventDefault();
        answers.handIn(form, submitter);
      } else if (form.matches("[data-visit]")) {
        event.preventDefault();
        answers.visit(form.dataset.visit!);
      } else if (form.matches("[data-act]")) {
        event.preventDefault();
        answers.post(form.dataset.choose ?? "", form.dataset.act!, form);
        // Pressed twice it would be decided twice; what comes back brings the buttons anew.
        root.querySelectorAll<HTMLButtonElement>("[data-act] button:enabled").forEach(button => {
          button.disabled = true;
          button.dataset.sent = "yes";
        });
      } else if (form.matches("[data-go]")) {
        event.preventDefault();
        answers.post("", "start");
      } else if (form.matches("[data-code], [data-annotate]")) {
        event.preventDefault();
        answers.post(String(new FormData(form).get("spot")), form.matches("[data-code]") ? "code" : "annotate", form);
      } else if (form.matches("[data-ask]")) {
        event.preventDefault();
        const spot = form.dataset.ask!;
        answers.takeAlong(spot);
        const act = submitter?.value ?? "answer";
        if (act === "mark") {
          answers.busy(form, submitter);
        }
        answers.post(spot, act, form);
      }
    },
    { signal: still },
  );
}

/** A tick that stands for none of the others, and the others, rule each other out. */
function keepNoneAlone(form: HTMLFormElement, changed: HTMLInputElement): void {
  if (!changed.checked) {
    return;
  }
  const others = changed.dataset.aloneOf ? `input[name="${changed.dataset.aloneOf}"]` : `input[data-alone-of="${changed.name}"]`;
  form.querySelectorAll<HTMLInputElement>(others).forEach(other => {
    other.checked = false;
  });
}
