import type { Changed } from "../learner/families";

/** Comments at times of a recording: a press on the time plays it from there. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  root.addEventListener(
    "click",
    event => {
      const time = (event.target as HTMLElement).closest<HTMLElement>("button[data-at]");
      const player = time?.closest("form")?.querySelector<HTMLMediaElement>(".handed-file :is(audio, video)");
      if (time && player) {
        player.currentTime = Number(time.dataset.at);
        void player.play();
      }
    },
    { signal },
  );
  // Without scripts a time is words; only what can be pressed is a button.
  const settle = (): void => {
    for (const words of root.querySelectorAll<HTMLElement>("span[data-at]")) {
      const button = document.createElement("button");
      Object.assign(button, { type: "button", className: "button button-quiet", textContent: words.textContent });
      button.dataset.at = words.dataset.at;
      words.replaceWith(button);
    }
  };
  settle();
  return settle;
}
