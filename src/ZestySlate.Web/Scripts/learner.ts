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
if (document.body.dataset.inCourse && parent !== window) {
  tellHeight();
}
const root = document.querySelector<HTMLElement>("[data-learn]");
if (root) {
  if (document.body.dataset.paper) {
    addEventListener("load", () => print());
  }
  startLearner(root, { page: () => location.pathname + location.search, watchEditions: true });
}
