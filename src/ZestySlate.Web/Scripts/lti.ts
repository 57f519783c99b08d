// Keeps a value in the course site's frame, or fetches it from there (1EdTech LTI Client Side postMessages, lti.put_data and lti.get_data).
const step = document.body.dataset;
const frame = step.frame === "_parent" ? window.parent : (window.parent.frames as unknown as Record<string, Window>)[step.frame!] ?? window.parent;
const key = `zesty-slate-${step.state}`;
const id = crypto.getRandomValues(new Uint32Array(2)).join("-");

const giveUp = window.setTimeout(() => {
  document.getElementById("step")!.textContent = "Your course site did not answer. Open the activity in a tab of its own, or try again.";
}, 8000);

window.addEventListener("message", event => {
  if (event.origin !== step.origin || event.data?.message_id !== id) { return; }
  clearTimeout(giveUp);
  if (step.do === "put" && event.data.subject === "lti.put_data.response") {
    location.href = step.next!;
  } else if (step.do === "get" && event.data.subject === "lti.get_data.response") {
    const form = document.querySelector("form")!;
    form.querySelector<HTMLInputElement>("input[name=proof]")!.value = String(event.data.value ?? "");
    form.submit();
  }
});

frame.postMessage(step.do === "put"
  ? { subject: "lti.put_data", message_id: id, key, value: step.value }
  : { subject: "lti.get_data", message_id: id, key }, step.origin!);

export {};
