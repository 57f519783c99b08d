// Keeps a value in the course site's frame, or fetches it from there (1EdTech LTI Client Side postMessages, lti.put_data and lti.get_data).
// Nobody may be there to answer, or nobody who wants to: then it goes on as well, since a cookie may do.
const step = document.body.dataset;
const key = `zesty-slate-${step.state}`;
const id = crypto.getRandomValues(new Uint32Array(2)).join("-");

/** How long an answer is waited for, in milliseconds. */
const Patience = 3000;

/** A course site whose page is still loading hears nothing: so often it is asked again, in milliseconds. */
const Again = 400;

/** So many frames of a page are asked. */
const MostFrames = 50;

const words =
  step.do === "put"
    ? { subject: "lti.put_data", message_id: id, key, value: step.value }
    : { subject: "lti.get_data", message_id: id, key };

/**
 * Who may keep it: the page around us, or the one that opened us (2.1), or in it the frame that was named. Browsers do not tell a frame's
 * name where it is of another origin than its page; then all its frames are asked, and those of the course site's origin alone hear it.
 */
function keepers(): Window[] {
  const around = window.parent !== window ? window.parent : (window.opener as Window | null);
  if (!around || step.frame === "_parent") {
    return around ? [around] : [];
  }
  return [...Array(Math.min(around.length, MostFrames)).keys()].map(at => around[at] as Window).concat(around);
}

function goOn(value: unknown): void {
  clearInterval(again);
  clearTimeout(patience);
  removeEventListener("message", hear);
  if (step.do === "put") {
    location.replace(step.next!);
    return;
  }
  const form = document.querySelector("form")!;
  form.querySelector<HTMLInputElement>("input[name=proof]")!.value = typeof value === "string" ? value : "";
  form.submit();
}

function hear({ origin, data }: MessageEvent): void {
  if (origin === step.origin && data?.message_id === id && data.subject === `${words.subject}.response`) {
    goOn(data.error ? "" : data.value);
  }
}

const asked = keepers();
const ask = () => asked.forEach(one => one.postMessage(words, step.origin!));
const again = setInterval(ask, Again);
const patience = setTimeout(() => goOn(""), asked.length > 0 ? Patience : 0);
addEventListener("message", hear);
ask();

export {};
