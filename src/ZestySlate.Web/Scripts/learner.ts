import { startLearner } from "./learner/learn";
import { showLocalTimes } from "./shared/place";

document.documentElement.classList.add("scripted");
showLocalTimes(document);
const root = document.querySelector<HTMLElement>("[data-learn]");
if (root) {
  startLearner(root, { page: () => location.pathname + location.search, watchEditions: true });
}
