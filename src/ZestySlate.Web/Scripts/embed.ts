// The gate of an activity on somebody's page: goes on at once where this device remembers the visit.
import { rememberedVisit, rememberVisit, tellHeight } from "./shared/embedded";

const activity = document.body.dataset.embedded!;
if (document.body.dataset.forget) {
  rememberVisit(activity, null);
}
tellHeight();
const form = document.querySelector<HTMLFormElement>("#go-on");
const visit = rememberedVisit(activity);
if (form && visit) {
  form.querySelector<HTMLInputElement>("input[name=token]")!.value = visit;
  form.submit();
}
