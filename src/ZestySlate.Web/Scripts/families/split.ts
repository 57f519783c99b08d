import type { Changed } from "../learner/families";
import { drag } from "../shared/drag";

/** What of the window's height is not divided, in pixels: the head and the foot. */
const Around = 128;

/** Pages in two parts: the divider is dragged or moved by keys; on a narrow page the material comes over the answer and goes again. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  const settle = (): void => {
    for (const split of root.querySelectorAll<HTMLElement>(".split")) {
      show(split, kept(split) ?? Number(split.dataset.share));
    }
  };
  let back = 0;
  root.addEventListener(
    "click",
    event => {
      const link = (event.target as HTMLElement).closest<HTMLElement>("[data-material-show], [data-material-back]");
      const split = link?.closest<HTMLElement>(".split");
      if (!link || !split) {
        return;
      }
      event.preventDefault();
      const opens = link.matches("[data-material-show]");
      if (opens) {
        back = window.scrollY;
      }
      split.classList.toggle("material-over", opens);
      if (opens) {
        split.querySelector<HTMLElement>(".material")!.focus();
      } else {
        window.scrollTo(0, back);
        split.querySelector<HTMLElement>("[data-material-show]")!.focus({ preventScroll: true });
      }
    },
    { signal },
  );

  root.addEventListener(
    "pointerdown",
    event => {
      const divider = (event.target as HTMLElement).closest<HTMLElement>("[data-divider]");
      const split = divider?.closest<HTMLElement>(".split");
      if (!divider || !split) {
        return;
      }
      event.preventDefault();
      divider.focus();
      // Also over a page in a frame, which has events of its own.
      divider.setPointerCapture(event.pointerId);
      drag(event, {
        move(move) {
          const box = split.getBoundingClientRect();
          const before = isAbove(split)
            ? (move.clientY - box.top) / (window.innerHeight - Around)
            : onLeft(split)
              ? (move.clientX - box.left) / box.width
              : (box.right - move.clientX) / box.width;
          keep(split, before * 100);
        },
      });
    },
    { signal },
  );

  root.addEventListener(
    "keydown",
    event => {
      const split = (event.target as HTMLElement).closest<HTMLElement>("[data-divider]")?.closest<HTMLElement>(".split");
      if (event.key === "Escape" && root.querySelector(".material-over")) {
        root.querySelector<HTMLElement>(".material-over [data-material-back]")!.click();
        return;
      }
      if (!split) {
        return;
      }
      const now = Number(split.querySelector("[data-divider]")!.getAttribute("aria-valuenow"));
      const on = isAbove(split) ? "ArrowDown" : onLeft(split) ? "ArrowRight" : "ArrowLeft";
      const off = isAbove(split) ? "ArrowUp" : onLeft(split) ? "ArrowLeft" : "ArrowRight";
      const next = event.key === on ? now + 2 : event.key === off ? now - 2 : event.key === "Home" ? 10 : event.key === "End" ? 90 : null;
      if (next === null) {
        return;
      }
      event.preventDefault();
      keep(split, next);
    },
    { signal },
  );

  settle();
  return settle;
}

const isAbove = (split: HTMLElement): boolean => split.matches(".split-above");

/** True when the material is on the left, whatever the language's direction. */
const onLeft = (split: HTMLElement): boolean => split.matches(".split-start") === (getComputedStyle(split).direction !== "rtl");

function show(split: HTMLElement, share: number): void {
  split.style.setProperty("--share", `${share}%`);
  split.style.setProperty("--part", String(share / 100));
  split.querySelector("[data-divider]")!.setAttribute("aria-valuenow", String(Math.round(share)));
}

/** How a learner divides the parts stays as long as the tab is open. */
function keep(split: HTMLElement, share: number): void {
  const within = Math.min(90, Math.max(10, share));
  show(split, within);
  try {
    sessionStorage.setItem(`zesty-slate ${split.id}`, String(within));
  } catch {
    /* storage refused inside a frame: it stays until the next page */
  }
}

function kept(split: HTMLElement): number | null {
  try {
    return Number(sessionStorage.getItem(`zesty-slate ${split.id}`)) || null;
  } catch {
    return null;
  }
}
