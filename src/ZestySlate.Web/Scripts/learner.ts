import { startLearner } from "./learner/learn";
import { showLocalTimes } from "./shared/place";

document.documentElement.classList.add("scripted");
showLocalTimes(document);
const root = document.querySelector<HTMLElement>("[data-learn]");
if (root) {
  if (document.body.dataset.paper) {
    addEventListener("load", () => print());
  }
  startLearner(root, { page: () => location.pathname + location.search, watchEditions: true });
}
