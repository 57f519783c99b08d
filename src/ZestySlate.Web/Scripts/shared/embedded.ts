// On somebody's page, in a frame: tells that page how high the content is, and remembers the visit on this device where it may.

/** What a frame of ours tells the page around it: our own open message for anybody's script, and the one that course sites know. */
export interface FrameSize {
  subject: "zesty-slate.size" | "lti.frameResize";
  /** Height of the content in CSS pixels. */
  height: number;
}

/** Tells the page around how high the content is, whenever that changes. */
export function tellHeight(): void {
  let last = 0;
  const tell = () => {
    const height = Math.ceil(document.body.getBoundingClientRect().height);
    if (height !== last) {
      last = height;
      for (const subject of ["zesty-slate.size", "lti.frameResize"] as const) {
        parent.postMessage({ subject, height } satisfies FrameSize, "*");
      }
    }
  };
  new ResizeObserver(tell).observe(document.body);
  tell();
}

const keyOf = (activity: string) => `zesty-slate visit ${activity}`;

/** The visit that this device remembers; null where nothing is kept, or nothing may be. */
export function rememberedVisit(activity: string): string | null {
  try {
    return localStorage.getItem(keyOf(activity));
  } catch {
    return null;
  }
}

/** Remembers the visit of an address /s/TOKEN/…, or forgets it. A browser that keeps nothing in frames is none the worse. */
export function rememberVisit(activity: string, token: string | null): void {
  try {
    if (token) {
      localStorage.setItem(keyOf(activity), token);
    } else {
      localStorage.removeItem(keyOf(activity));
    }
  } catch {
    // Storage is refused here: the visit lives in the address alone.
  }
}

/** The token in an address /s/TOKEN/…, or null. */
export function visitIn(path: string): string | null {
  return /^\/s\/([^/]+)\//.exec(path)?.[1] ?? null;
}
