import { startLearner } from "./learner/learn";
import { showLocalTimes } from "./shared/place";

document.documentElement.classList.add("scripted");
showLocalTimes(document);
document.addEventListener("click", event => { if ((event.target as HTMLElement).closest("[data-print]")) { print(); } });
const root = document.querySelector<HTMLElement>("[data-learn]");
if (root) {
  startLearner(root, { page: () => location.pathname + location.search, watchEditions: true });
}
