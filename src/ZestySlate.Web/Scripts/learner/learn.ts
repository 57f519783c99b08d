import { takeSheets } from "../shared/morph";
import { placeSigns } from "../shared/place";
import { startBackdrops } from "../shared/backdrops";
import { startPanoramas } from "../shared/surface";
import { Answers } from "./answers";
import { Arrivals } from "./arrivals";
import { LearnerClock } from "./clock";
import { Connection } from "./connection";
import { Families } from "./families";
import { listenToBackdrops, listenToFields, listenToForms, listenToKeys, listenToPresses } from "./listen";
import { Outbox, type Waiting } from "./outbox";
import { Panels } from "./panels";
import type { LearnerHost, LearnerParts } from "./parts";
import { saidIn } from "./said";
import { StageSwitches } from "./stage";
import { Touched } from "./touched";

export type { LearnerHost } from "./parts";

/** After the end of a clock the server forgives the network two seconds; then it says how it stands. */
const AfterTheClock = 2300;
/** So often it is asked whether a newer edition is out. */
const Looks = 20000;

/** Makes a learner's view quick: panels without a new page, answers saved one by one, a lost connection forgiven. */
export function startLearner(root: HTMLElement, host: LearnerHost): { stop: () => void } {
  const ended = new AbortController();
  const still = ended.signal;
  placeSigns(root);
  const stage = new StageSwitches(root);
  const connection = new Connection(root);
  const touched = new Touched();
  const answers = new Answers(root, () => outbox, touched, connection);
  const arrivals = new Arrivals(() => parts);
  const clock = new LearnerClock(root, timeIsOut);
  const families = new Families(root, changed, still);
  const outbox = new Outbox(
    root.dataset.events!,
    `zesty-slate ${root.dataset.attempt}`,
    () => root.dataset.proof ?? "",
    (sent, reply) => arrivals.delivered(sent, reply),
    connection.hear,
    (event, why) => {
      void setAside(event, why);
      // What was pressed for it can be pressed once more.
      root.querySelectorAll("[data-hand-in] button:disabled, [data-sent]").forEach(button => button.removeAttribute("disabled"));
    },
  );
  // A scene that is left takes its questions' sheets with it.
  takeSheets(root);
  touched.learn(root);
  const panels = new Panels(root, opened, still);
  const parts: LearnerParts = { root, host, still, stage, clock, families, panels, connection, outbox, touched, answers, arrivals, wake };
  listenToPresses(parts);
  wake();
  listenToBackdrops(parts);
  listenToKeys(parts);
  listenToFields(parts);
  listenToForms(parts);
  window.addEventListener("pagehide", () => answers.flush(), { signal: still });
  if (host.watchEditions) {
    const watch = window.setInterval(() => {
      if (!document.hidden && outbox.size === 0) {
        void arrivals.look();
      }
    }, Looks);
    still.addEventListener("abort", () => clearInterval(watch));
  }
  if (location.hash.startsWith("#spot-")) {
    panels.open(location.hash.slice(6), null);
  }
  return {
    stop: () => {
      ended.abort();
      stage.stop();
      clock.stop();
    },
  };

  /** What the server will not keep is shown; where even what shows it cannot be had, at least said. It stays on the device till it is seen to. */
  async function setAside(event: Waiting, why: string): Promise<void> {
    const address = "/dist/aside.js";
    await (import(address) as Promise<typeof import("./aside")>)
      .then(script => script.showAside(root, event, why, again => outbox.seenTo(event, again)))
      .catch(() => connection.say(saidIn(root, "notKept", why)));
  }

  function wake(): void {
    startPanoramas(root, () => panels.arrived());
    startBackdrops(root);
  }

  function opened(spot: string, first: boolean): void {
    if (first) {
      answers.post(spot, "open");
    }
    host.opened?.(spot);
  }

  /** Something on a board was changed: marked at once, a step, or kept. */
  function changed(form: HTMLFormElement, part: string, act?: string): void {
    form.dataset.answered = "yes";
    if (act) {
      answers.post(form.dataset.ask!, act, form);
    } else if (form.dataset.steps === "yes") {
      const fields = new FormData(form);
      fields.set("part", part);
      answers.post(form.dataset.ask!, "step", fields);
    } else {
      answers.keepSoon(form, 250);
    }
  }

  /** What is in hand goes out while the server still takes it; then the page asks how it stands. */
  function timeIsOut(): void {
    // Only what was touched here: what this page showed from the first is older than what another page may have said since.
    answers.flush();
    window.setTimeout(() => void arrivals.refresh(), AfterTheClock);
  }
}
