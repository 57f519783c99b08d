import type { Answers } from "./answers";
import type { Arrivals } from "./arrivals";
import type { Connection } from "./connection";
import type { Families } from "./families";
import type { Outbox } from "./outbox";
import type { Panels } from "./panels";
import type { StageSwitches } from "./stage";
import type { Touched } from "./touched";
import type { LearnerClock } from "./clock";

export interface LearnerHost {
  /** Where the whole page can be fetched anew. */
  page: () => string;
  /** True to ask now and then whether a newer edition is out. */
  watchEditions: boolean;
  /** Told when a spot is opened. */
  opened?: (spot: string) => void;
}

/** What a learner's view is made of; each part does one thing, and asks the others by their names. */
export interface LearnerParts {
  root: HTMLElement;
  host: LearnerHost;
  /** Ends when the view does. */
  still: AbortSignal;
  /** The switches of the stage: full screen, signs, sound. */
  stage: StageSwitches;
  clock: LearnerClock;
  families: Families;
  panels: Panels;
  /** What is said of the line to the server. */
  connection: Connection;
  outbox: Outbox;
  /** What was touched on this page. */
  touched: Touched;
  /** What the learner gives, on its way. */
  answers: Answers;
  /** What the server says, put on the page. */
  arrivals: Arrivals;
  /** Wakes the backdrops of what was just put on the page. */
  wake: () => void;
}
