import { endGuide, isGuided, setDone, wasDone } from "../shared/guided";
import type { Rooms } from "./rooms";

/** What tells that a step was done; each looks at the screen, as somebody who stands beside would. */
const Steps: Record<string, () => boolean> = {
  picture: () => document.querySelector("#room-stage .stage img, #room-stage .page-edit, #room-stage video") !== null,
  spot: () => document.querySelector("#room-stage a[data-sign], #room-stage .page-row") !== null,
  words: () => Steps.spot!() && document.querySelector(".count-blocks") === null,
  try: () => wasDone("try"),
  publish: () => false,
};

/** Shows the card of the guided first activity, and keeps it in step with what is built. */
export function watchGuided(rooms: Rooms): void {
  const template = document.querySelector<HTMLTemplateElement>("#guided");
  if (!template || !isGuided()) {
    return;
  }
  const card = template.content.firstElementChild!.cloneNode(true) as HTMLElement;
  document.body.append(card);

  const show = (): void => {
    if (document.body.classList.contains("in-trial")) {
      setDone("try");
    }
    let current = false;
    for (const step of card.querySelectorAll<HTMLElement>("[data-step]")) {
      const done = Steps[step.dataset.step!]!();
      step.toggleAttribute("data-done", done);
      // The first that is not done is the one to do.
      const now: boolean = !done && !current;
      current ||= now;
      if (now) {
        step.setAttribute("aria-current", "step");
        card.querySelector("[data-guided-said]")!.textContent = step.querySelector("strong")!.textContent;
      } else {
        step.removeAttribute("aria-current");
      }
    }
  };
  card.addEventListener("click", event => {
    if ((event.target as HTMLElement).closest("[data-guided-leave]")) {
      endGuide();
      card.remove();
      document.querySelector<HTMLElement>(".stage-mat")?.focus();
    }
  });
  rooms.redrawn.push(show);
  new MutationObserver(show).observe(document.body, { attributes: true, attributeFilter: ["class"] });
  show();
}
