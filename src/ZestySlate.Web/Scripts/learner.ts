import { startLearner } from "./learner/learn";
import { rememberVisit, tellHeight, visitIn } from "./shared/embedded";
import { showLocalTimes } from "./shared/place";

document.documentElement.classList.add("scripted");
showLocalTimes(document);
const embedded = document.body.dataset.embedded;
if (embedded) {
  rememberVisit(embedded, visitIn(location.pathname));
  tellHeight();
}
// On a phone what opens lies at the foot of the frame: there the frame stays as high as the screen lets it.
if (document.body.dataset.inCourse && parent !== window && matchMedia("(min-width: 50rem)").matches) {
  tellHeight();
}
const root = document.querySelector<HTMLElement>("[data-learn]");
if (root) {
  if (document.body.dataset.paper) {
    addEventListener("load", () => print());
  }
  startLearner(root, { page: () => location.pathname + location.search, watchEditions: true });
}
