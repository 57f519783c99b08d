// Keeps a value in the course site's frame, or fetches it from there (1EdTech LTI Client Side postMessages, lti.put_data and lti.get_data).
const step = document.body.dataset;
const frame =
  step.frame === "_parent" ? window.parent : ((window.parent.frames as unknown as Record<string, Window>)[step.frame!] ?? window.parent);
const key = `zesty-slate-${step.state}`;
const id = crypto.getRandomValues(new Uint32Array(2)).join("-");

const words =
  step.do === "put"
    ? { subject: "lti.put_data", message_id: id, key, value: step.value }
    : { subject: "lti.get_data", message_id: id, key };

// A course site whose page is still loading hears nothing: it is asked again until it answers.
const ask = () => frame.postMessage(words, step.origin!);
const again = window.setInterval(ask, 400);
const giveUp = window.setTimeout(() => {
  document.getElementById("step")!.textContent = "Your course site did not answer. Open the activity in a tab of its own, or try again.";
}, 8000);

window.addEventListener("message", function answered(event) {
  if (event.origin !== step.origin || event.data?.message_id !== id || event.data.subject !== `${words.subject}.response`) {
    return;
  }
  window.removeEventListener("message", answered);
  clearInterval(again);
  clearTimeout(giveUp);
  if (step.do === "put") {
    location.href = step.next!;
  } else {
    const form = document.querySelector("form")!;
    form.querySelector<HTMLInputElement>("input[name=proof]")!.value = String(event.data.value ?? "");
    form.submit();
  }
});

ask();

export {};
