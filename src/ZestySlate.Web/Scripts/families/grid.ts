import type { Changed } from "../learner/families";
import { goByKey, settleColumns } from "../shared/cells";

/** Tables: columns in their widths, keys as in a spreadsheet. */
export function start(root: HTMLElement, _changed: Changed, signal: AbortSignal): () => void {
  root.addEventListener(
    "keydown",
    event => {
      if ((event.target as HTMLElement).closest("[data-grid]")) {
        goByKey(event);
      }
    },
    { signal },
  );
  const settle = (): void => settleColumns(root);
  settle();
  return settle;
}
