/** The guided first activity: five steps in one's own material. It is on from the press that asks for it until the last step, or until it is left. */
const Key = "guided";

/** True while somebody is led through their first activity. */
export function isGuided(): boolean {
  try {
    return localStorage.getItem(Key) !== null;
  } catch {
    return false;
  }
}

/** Which of the steps that leave no trace were done: those that are named here. */
export function wasDone(step: string): boolean {
  return isGuided() && localStorage.getItem(Key)!.split(" ").includes(step);
}

export function setDone(step: string): void {
  if (isGuided() && !wasDone(step)) {
    localStorage.setItem(Key, `${localStorage.getItem(Key)} ${step}`);
  }
}

export function endGuide(): void {
  try {
    localStorage.removeItem(Key);
  } catch {
    // Nothing was kept then.
  }
}

/** Pages beside the workbench: a press begins it; once there is something to hand out, all is done. */
export function watchGuide(): void {
  document.addEventListener("click", event => {
    if ((event.target as HTMLElement).closest("[data-guided]")) {
      try {
        localStorage.setItem(Key, "on");
      } catch {
        // Without a store of its own the browser leads nowhere; the way is walked alone.
      }
    }
  });
  if (document.querySelector("#hand-out")) {
    endGuide();
  }
}
