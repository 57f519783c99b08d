// The page around the tool's frame: keeps small values for the tool (1EdTech LTI Client Side postMessages) and goes on when content was chosen.
// Read before the page's body, so that it listens before any frame can speak.
const kept = new Map();
window.addEventListener("message", (event) => {
  if (event.origin === location.origin && event.data?.go) {
    location.href = event.data.go;
    return;
  }
  const frame = document.querySelector("iframe[data-tool]");
  if (!frame || event.origin !== frame.dataset.tool || !event.data?.subject) {
    return;
  }
  const { subject, message_id, key, value } = event.data;
  const place = `${event.origin} ${key}`;
  const answer = { subject: `${subject}.response`, message_id };
  if (subject === "lti.put_data") {
    kept.set(place, value);
    event.source.postMessage({ ...answer, key, value }, event.origin);
  } else if (subject === "lti.get_data") {
    event.source.postMessage({ ...answer, key, value: kept.get(place) }, event.origin);
  } else if (subject === "lti.capabilities") {
    event.source.postMessage({ ...answer, supported_messages: [{ subject: "lti.put_data" }, { subject: "lti.get_data" }] }, event.origin);
  }
});
