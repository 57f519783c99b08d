import { morph, takeSheets } from "../shared/morph";
import { isInHand, isKept, isOwn, newId, placeSigns, showLocalTimes, typing } from "../shared/place";
import { startBackdrops } from "../shared/backdrops";
import { startPanoramas } from "../shared/surface";
import { Aside } from "./aside";
import { Outbox, type Waiting } from "./outbox";
import { Touched } from "./touched";
import { LearnerClock } from "./clock";
import { pressed } from "./pressed";
import { Panels } from "./panels";
import { isSpoken, saidIn, speak } from "./said";
import { Families } from "./families";
import { StageSwitches } from "./stage";

export interface LearnerHost {
  /** Where the whole page can be fetched anew. */
  page: () => string;
  /** True to ask now and then whether a newer edition is out. */
  watchEditions: boolean;
  /** Told when a spot is opened. */
  opened?: (spot: string) => void;
}

const MarkingActs = new Set(["begin", "mark", "vote", "again", "hint", "see", "step"]);
/** After the end of a clock the server forgives the network two seconds; then it says how it stands. */
const AfterTheClock = 2300;

/** Makes a learner's view quick: panels without a new page, answers saved one by one, a lost connection forgiven. */
export function startLearner(root: HTMLElement, host: LearnerHost): { stop: () => void } {
  const data = root.dataset;
  const still = new AbortController();
  const timers = new Map<string, number>();
  placeSigns(root);
  const stage = new StageSwitches(root);
  const clock = new LearnerClock(root, timeIsOut);
  const families = new Families(
    root,
    (form, part, act) => {
      form.dataset.answered = "yes";
      if (act) {
        post(form.dataset.ask!, act, form);
      } else if (form.dataset.steps === "yes") {
        const fields = new FormData(form);
        fields.set("part", part);
        post(form.dataset.ask!, "step", fields);
      } else {
        keepSoon(form, 250);
      }
    },
    still.signal,
  );

  const connection = (): HTMLElement | null => root.querySelector("#connection");
  const say = (words: string | null): void => {
    const place = connection();
    if (place) {
      place.textContent = words ?? "";
      place.hidden = words === null;
    }
  };

  const outbox = new Outbox(
    data.events!,
    `zesty-slate ${data.attempt}`,
    () => data.proof ?? "",
    delivered,
    (state, waiting) => {
      if (state === "waiting") {
        say(saidIn(root, "noConnection", waiting));
        root.classList.add("unconnected");
      } else if (state === "ended") {
        say(saidIn(root, "sessionEnded"));
      } else if (state === "sent" && root.classList.contains("unconnected")) {
        say(null);
        root.classList.remove("unconnected");
      }
    },
    (event, why) => {
      aside.show(event, why);
      root.querySelectorAll("[data-hand-in] button:disabled").forEach(button => button.removeAttribute("disabled"));
    },
  );
  const aside = new Aside(
    root,
    event => outbox.seenTo(event, true),
    event => outbox.seenTo(event, false),
  );
  // A scene that is left takes its questions' sheets with it.
  takeSheets(root);
  const touched = new Touched();
  touched.learn(root);

  const opened = (spot: string, first: boolean): void => {
    if (first) {
      post(spot, "open");
    }
    host.opened?.(spot);
  };
  const panels = new Panels(root, opened, still.signal);
  /** A callout is met once its words were shown: pressed, in focus, or under the pointer for a moment. */
  const metCallout = (sign: HTMLElement): void => {
    if (sign.dataset.kind === "callout" && pressed(sign.dataset) === "callout" && sign.dataset.met !== "yes") {
      sign.dataset.met = "yes";
      post(sign.dataset.sign!, "open");
    }
  };
  let over = 0;
  root.addEventListener(
    "pointerover",
    event => {
      clearTimeout(over);
      const sign = (event.target as HTMLElement).closest<HTMLElement>("a[data-sign][data-kind=callout]");
      if (sign) {
        over = window.setTimeout(() => metCallout(sign), 400);
      }
    },
    { signal: still.signal },
  );
  root.addEventListener(
    "focusin",
    event => {
      if (event.target instanceof HTMLElement) {
        metCallout(event.target);
      }
    },
    { signal: still.signal },
  );
  const backdrops = (): void => {
    startPanoramas(root, () => panels.arrived());
    startBackdrops(root);
  };
  backdrops();

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
        post(link, "open");
        host.opened?.(link);
      } else if (opener) {
        event.preventDefault();
        const does = pressed(opener.dataset);
        if (does === "visit") {
          visit(opener.dataset.jump!);
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
      } else if (target.closest("[data-close]")) {
        event.preventDefault();
        panels.close();
      } else if (panels.current && !target.closest(".panel, .panorama-tools") && target.closest(".stage")) {
        panels.close();
      }
    },
    { signal: still.signal },
  );

  // What a backdrop with a course in time has seen.
  root.addEventListener("slate:go", event => visit((event as CustomEvent<string>).detail), { signal: still.signal });
  root.addEventListener(
    "slate:event",
    event => {
      const { act, spot, fields } = (event as CustomEvent<{ act: string; spot: string; fields: Record<string, string> }>).detail;
      const form = new FormData();
      Object.entries(fields).forEach(([name, value]) => form.set(name, value));
      post(spot, act, form);
    },
    { signal: still.signal },
  );

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
    { signal: still.signal },
  );

  root.addEventListener(
    "input",
    event => {
      const field = event.target as HTMLInputElement;
      const ask = field.closest<HTMLFormElement>("form[data-ask]");
      if (ask && field.matches("input:not([type=checkbox], [type=radio], [type=file]), textarea")) {
        keepSoon(ask, 800);
      }
      const form = (event.target as HTMLElement).closest<HTMLFormElement>("form[data-annotate]");
      if (!form) {
        return;
      }
      const finding = form.dataset.annotate!;
      clearTimeout(timers.get(finding));
      timers.set(
        finding,
        window.setTimeout(() => {
          timers.delete(finding);
          post(finding, "annotate", form);
        }, 500),
      );
    },
    { signal: still.signal },
  );

  root.addEventListener(
    "change",
    event => {
      const form = (event.target as HTMLElement).closest<HTMLFormElement>("form[data-ask]");
      if (!form) {
        return;
      }
      keepNoneAlone(form, event.target as HTMLInputElement);
      const spot = form.dataset.ask!;
      if (form.dataset.atOnce === "yes" && (event.target as HTMLInputElement).type === "radio") {
        post(spot, "mark", form);
        return;
      }
      keepSoon(form, 250);
    },
    { signal: still.signal },
  );

  root.addEventListener(
    "submit",
    event => {
      const form = event.target as HTMLFormElement;
      const submitter = (event as SubmitEvent).submitter as HTMLButtonElement | null;
      if (form.matches("[data-hand-in]")) {
        event.preventDefault();
        handIn(form, submitter);
      } else if (form.matches("[data-visit]")) {
        event.preventDefault();
        visit(form.dataset.visit!);
      } else if (form.matches("[data-act]")) {
        event.preventDefault();
        post(form.dataset.choose ?? "", form.dataset.act!, form);
        // Pressed twice it would be decided twice; what comes back brings the buttons anew.
        root.querySelectorAll<HTMLButtonElement>("[data-act] button").forEach(button => (button.disabled = true));
      } else if (form.matches("[data-go]")) {
        event.preventDefault();
        post("", "start");
      } else if (form.matches("[data-code], [data-annotate]")) {
        event.preventDefault();
        post(String(new FormData(form).get("spot")), form.matches("[data-code]") ? "code" : "annotate", form);
      } else if (form.matches("[data-ask]")) {
        event.preventDefault();
        const spot = form.dataset.ask!;
        clearTimeout(timers.get(spot));
        timers.delete(spot);
        const act = submitter?.value ?? "answer";
        if (act === "mark") {
          busy(form, submitter);
        }
        post(spot, act, form);
      }
    },
    { signal: still.signal },
  );

  window.addEventListener("pagehide", flush, { signal: still.signal });
  if (host.watchEditions) {
    const watch = window.setInterval(() => {
      if (!document.hidden && outbox.size === 0) {
        void look();
      }
    }, 20000);
    still.signal.addEventListener("abort", () => clearInterval(watch));
  }
  if (location.hash.startsWith("#spot-")) {
    panels.open(location.hash.slice(6), null);
  }
  return {
    stop: () => {
      still.abort();
      stage.stop();
      clock.stop();
    },
  };

  function flush(): void {
    for (const [spot, timer] of timers) {
      clearTimeout(timer);
      const form = root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(spot)}"], form[data-annotate="${CSS.escape(spot)}"]`);
      if (form) {
        post(spot, form.dataset.ask ? keeping(form) : "annotate", form);
      }
    }
    timers.clear();
  }

  /** Keeps an answer a moment after the last change to it. */
  function keepSoon(form: HTMLFormElement, pause: number): void {
    // A vote leaves the page only when it is given.
    if (form.dataset.votes === "yes") {
      return;
    }
    const spot = form.dataset.ask!;
    clearTimeout(timers.get(spot));
    form.dataset.pending = "yes";
    timers.set(
      spot,
      window.setTimeout(() => {
        timers.delete(spot);
        post(spot, keeping(form), form);
      }, pause),
    );
  }

  /** What is in hand goes out while the server still takes it; then the page asks how it stands. */
  function timeIsOut(): void {
    // Only what was touched here: what this page showed from the first is older than what another page may have said since.
    flush();
    window.setTimeout(() => void refresh(), AfterTheClock);
  }

  function visit(scene: string): void {
    const fields = new FormData();
    fields.set("scene", scene);
    post("", "visit", fields);
  }

  function post(spot: string, act: string, form?: HTMLFormElement | FormData): void {
    // What was typed a moment ago goes first, so that no reply finds the page ahead of the server.
    if (!["answer", "add", "annotate", "watch"].includes(act)) {
      flush();
    }
    const fields = new URLSearchParams();
    if (form) {
      for (const [name, value] of form instanceof FormData ? form : new FormData(form)) {
        if (typeof value === "string") {
          fields.append(name, value);
        }
      }
    }
    if (act === "answer" && form instanceof HTMLFormElement) {
      touched.of(form)?.forEach(name => fields.append("touched", name));
    }
    fields.set("spot", spot);
    fields.set("act", act);
    fields.set("event", newId());
    outbox.add({ spot, act, body: fields.toString() });
  }

  async function delivered(sent: Waiting, reply: Response): Promise<void> {
    if (!timers.has(sent.spot)) {
      root.querySelector(`form[data-ask="${CSS.escape(sent.spot)}"]`)?.removeAttribute("data-pending");
    }
    const text = await reply.text();
    if (!reply.ok) {
      say(text);
      return;
    }
    const answered = sent.act === "answer" ? root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(sent.spot)}"]`) : null;
    if (answered) {
      touched.taken(answered, new URLSearchParams(sent.body));
    }
    if (reply.headers.get("X-Slate-Reload")) {
      await refresh(false);
      root.querySelector<HTMLElement>("#result")?.focus();
      return;
    }
    if (reply.status === 204) {
      if (reply.headers.get("X-Slate-Edition") !== data.edition) {
        await refresh();
      }
      return;
    }
    if (reply.headers.get("X-Slate-Whole")) {
      const before = data.scene;
      const next = new DOMParser().parseFromString(text, "text/html").querySelector<HTMLElement>("#learn");
      if (next) {
        bring(next);
      }
      const refusal = wordsIn(reply, "X-Slate-Refusal");
      say(refusal ?? wordsIn(reply, "X-Slate-Said"));
      speakOf(sent, reply);
      if (data.scene !== before) {
        arrive();
      } else if (sent.act === "code") {
        afterCode(sent);
      } else if (sent.act === "choose") {
        root.querySelector<HTMLElement>("#said-on-the-way")?.focus();
      } else if (MarkingActs.has(sent.act)) {
        focusAfter(sent);
      }
      return;
    }
    const pieces = new DOMParser().parseFromString(text, "text/html").body.firstElementChild as HTMLElement;
    for (const piece of [...pieces.children] as HTMLElement[]) {
      const old = piece.id
        ? document.getElementById(piece.id)
        : root.querySelector(`[data-sign="${CSS.escape(piece.dataset.sign ?? "")}"]`);
      if (old) {
        morph(old, piece, {
          callbacks: {
            beforeNodeMorphed: node => !isSpoken(node),
            beforeNodeRemoved: node => !(node instanceof Element && node.matches(".panorama-canvas, .panorama-tools")),
            beforeAttributeUpdated: (name, node) =>
              name !== "open" && !(node instanceof HTMLElement && (node.matches(".stage") || node.dataset.keep) && isKept(name, node)),
          },
        });
      }
    }
    placeSigns(root);
    backdrops();
    families.settle();
    touched.learn(root);
    clock.set(pieces.dataset.remaining);
    const refusal = pieces.dataset.refusal;
    say(refusal ? refusal : null);
    speakOf(sent, reply);
    if (MarkingActs.has(sent.act)) {
      focusAfter(sent);
    }
    if (reply.headers.get("X-Slate-Edition") !== data.edition) {
      await refresh();
    }
  }

  /** The verdict on a step, the lives that are left, and what is asked for next. */
  function speakOf(sent: Waiting, reply: Response): void {
    const words = wordsIn(reply, "X-Slate-Spoken");
    const form = root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(sent.spot)}"]`);
    if (!words || !form) {
      return;
    }
    const next = sent.act === "step" ? form.querySelector("[aria-current=step] .face")?.textContent?.trim() : "";
    speak(form, next ? `${words} ${next}` : words);
  }

  function focusAfter(sent: Waiting): void {
    const form = root.querySelector<HTMLFormElement>(`form[data-ask="${CSS.escape(sent.spot)}"]`);
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
          ? form?.querySelector<HTMLElement>(
              "fieldset:enabled :is(input:not([type=hidden], :disabled), select:enabled, [data-word]:enabled)",
            )
          : form?.querySelector<HTMLElement>("[data-verdict]");
    goal?.focus({ preventScroll: true });
    if (sent.act === "begin") {
      form?.scrollIntoView({ block: "start" });
    } else {
      (form?.querySelector(".ask-actions") ?? goal)?.scrollIntoView({ block: "nearest" });
    }
  }

  function busy(form: HTMLFormElement, button: HTMLButtonElement | null): void {
    form.setAttribute("aria-busy", "true");
    window.setTimeout(() => {
      if (form.getAttribute("aria-busy") && button?.isConnected && root.classList.contains("unconnected")) {
        const place = form.querySelector("[data-verdict]");
        if (place) {
          place.textContent = saidIn(root, "markedWhenBack");
        }
      }
    }, 600);
  }

  function handIn(form: HTMLFormElement, button: HTMLButtonElement | null): void {
    flush();
    const here = [...root.querySelectorAll<HTMLFormElement>("form[data-ask]")];
    // When every question is on this page, what is not yet sent counts too; else what the server knows.
    const open = here.length < Number(form.dataset.questions) ? Number(form.dataset.openQuestions) : here.filter(isOpen).length;
    if (open > 0 && form.dataset.asked !== String(open) && button) {
      form.dataset.asked = String(open);
      button.textContent = saidIn(root, "handInOpen", open);
      return;
    }
    if (button) {
      button.disabled = true;
    }
    post("", "handIn", form);
  }

  async function look(): Promise<void> {
    try {
      const reply = await fetch(data.events!, { headers: { "X-Slate-Script": "1" } });
      const edition = reply.headers.get("X-Slate-Edition");
      const remaining = reply.headers.get("X-Slate-Remaining");
      document.querySelector("[data-door]")?.toggleAttribute("hidden", !reply.headers.has("X-Slate-Door"));
      if (reply.ok && edition && edition !== data.edition) {
        await refresh();
      } else if (reply.ok && remaining) {
        clock.set(remaining);
      }
    } catch {
      /* looked for again later */
    }
  }

  /** Brings the page up to date without taking anything out of the learner's hands. */
  async function refresh(arriving = true): Promise<void> {
    const before = data.scene;
    const reply = await fetch(host.page(), { headers: { "X-Slate-Script": "1" } });
    if (!reply.ok) {
      return;
    }
    const next = new DOMParser().parseFromString(await reply.text(), "text/html").querySelector<HTMLElement>("#learn");
    if (next) {
      bring(next);
    }
    if (arriving && data.scene !== before) {
      arrive();
    }
  }

  /** Puts a newer view in the place of this one. Another scene is put there anew; the same one is changed where it differs. */
  function bring(next: HTMLElement): void {
    if (next.dataset.scene !== data.scene) {
      root.querySelectorAll(".scene").forEach(scene => scene.remove());
    }
    morph(root, next, {
      ignoreActiveValue: typing(),
      callbacks: {
        beforeNodeMorphed: node => !isInHand(node) && !isSpoken(node),
        beforeAttributeUpdated: (name, node) => !isKept(name, node) && !["aria-pressed", "data-signs", "open"].includes(name),
        beforeNodeRemoved: node => !isOwn(node),
      },
    });
    placeSigns(root);
    backdrops();
    families.settle();
    touched.learn(root);
    showLocalTimes(root);
    clock.set(next.dataset.remaining);
  }

  function arrive(): void {
    stage.arrive();
    root.querySelector<HTMLDetailsElement>("#scene-menu")?.removeAttribute("open");
    const title = root.querySelector<HTMLElement>("#scene-title");
    title?.focus({ preventScroll: true });
    root.scrollIntoView({ block: "start" });
  }

  /** After a code: on to what opened, or back to the field with the words beside it. */
  function afterCode(sent: Waiting): void {
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
}

/** Words that came in a header, which carries no letters but plain ones. */
function wordsIn(reply: Response, header: string): string | null {
  const words = reply.headers.get(header);
  return words ? decodeURIComponent(words) : null;
}

/** The act that keeps an answer: that of the whole of it, or, where its family says so, of what was added to it. */
const keeping = (form: HTMLFormElement): string => form.querySelector<HTMLElement>("[data-keeps-by]")?.dataset.keepsBy ?? "answer";

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

/** True when nothing is given in a question yet. */
function isOpen(form: HTMLFormElement): boolean {
  if (form.dataset.answered === "yes") {
    return false;
  }
  return ![
    ...form.querySelectorAll<HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement>(
      "input[name=pick], input[name=none], [name^=part-], [name=text]",
    ),
  ].some(field =>
    field instanceof HTMLInputElement && ["checkbox", "radio"].includes(field.type) ? field.checked : field.value.trim() !== "",
  );
}
