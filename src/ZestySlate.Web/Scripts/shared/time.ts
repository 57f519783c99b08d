/** A stretch of a course in time, in seconds. */
export interface Stretch {
  from: number;
  to: number;
}

/** A spot that has a time, as its sign says. */
export interface Cue {
  id: string;
  sign: HTMLElement;
  from: number;
  until: number | null;
  /** True when the video stops where it begins. */
  pauses: boolean;
  /** True when it opens by itself. */
  opens: boolean;
  /** True while there is something to be done at it. */
  waits: boolean;
  /** Where the video goes on after it, or null. */
  turn: number | null;
  /** The scene in which it goes on after it, or null. */
  turnScene: string | null;
  /** True when going there is a step of the road of a story. */
  decides: boolean;
  question: boolean;
  done: boolean;
}

/** Stretches as near as this are one, as the core sees it. */
const Near = 0.5;

/** The spots of a stage that have a time, the earliest first. */
export function cuesOf(stage: ParentNode): Cue[] {
  return [...stage.querySelectorAll<HTMLElement>("[data-sign][data-from]")]
    .map(sign => ({
      id: sign.dataset.sign!,
      sign,
      from: Number(sign.dataset.from),
      until: sign.dataset.until === undefined ? null : Number(sign.dataset.until),
      pauses: sign.dataset.pauses === "yes",
      opens: sign.dataset.opens === "yes",
      waits: sign.dataset.waits === "yes",
      turn: sign.dataset.turnsTo === undefined ? null : Number(sign.dataset.turnsTo),
      turnScene: sign.dataset.turnsScene ?? null,
      decides: sign.dataset.decides === "yes",
      question: sign.dataset.kind === "question",
      done: sign.classList.contains("sign-done"),
    }))
    .sort((a, b) => a.from - b.from);
}

/** Stretches that do not touch, from the earliest to the latest. */
export function joined(stretches: Stretch[]): Stretch[] {
  const all: Stretch[] = [];
  for (const one of [...stretches].sort((a, b) => a.from - b.from)) {
    const last = all[all.length - 1];
    if (last && one.from <= last.to + Near) {
      last.to = Math.max(last.to, one.to);
    } else {
      all.push({ ...one });
    }
  }
  return all;
}

/** How far one may go, and why not farther: the entry of the words, and the spot that waits there. */
export function farthest(
  skipping: string,
  watched: Stretch[],
  cues: Pick<Cue, "from" | "waits" | "question">[],
  ended: boolean,
): { moment: number; because: string; cue?: Cue } {
  if (skipping === "watched" && !ended) {
    const first = joined(watched)[0];
    return { moment: first && first.from <= Near ? first.to : 0, because: "watchFirst" };
  }
  const cue = skipping === "answered" && !ended ? cues.find(one => one.waits && one.question) : undefined;
  return cue ? { moment: cue.from, because: "answerFirst", cue: cue as Cue } : { moment: Infinity, because: "" };
}

/** A moment as minutes and seconds, with hours where there are any. */
export function clockOf(seconds: number): string {
  const whole = Math.floor(seconds + 0.001);
  const [hours, minutes, rest] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  return hours > 0
    ? `${hours}:${String(minutes).padStart(2, "0")}:${String(rest).padStart(2, "0")}`
    : `${minutes}:${String(rest).padStart(2, "0")}`;
}

/** The moment at which a sentence has been said, its words, and the moment at which it begins. */
export type SentenceEnd = [moment: number, sentence: string, begins: number];

/** So near to its beginning or end a sentence is not cut, in seconds. */
const Edge = 0.25;

/** The sentence in whose middle a moment falls. */
export function cutAt(ends: SentenceEnd[], moment: number): SentenceEnd | undefined {
  return ends.find(([end, , begins]) => begins + Edge < moment && moment < end - Edge);
}

/** How far a stop looks for the end of a sentence, in seconds, on both sides. */
export const Reach = 10;

/** The end of a sentence that is nearest to a moment; of two as near the later, since it has been heard to the end. */
export function nearestEnd(ends: SentenceEnd[], moment: number): SentenceEnd | undefined {
  return ends
    .filter(([end]) => Math.abs(end - moment) <= Reach)
    .sort((a, b) => Math.abs(a[0] - moment) - Math.abs(b[0] - moment) || b[0] - a[0])[0];
}
