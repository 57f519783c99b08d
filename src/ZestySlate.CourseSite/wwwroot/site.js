// The page around the tool's frame, or the one that opened it: keeps small values for the tool (1EdTech LTI Client Side postMessages) and
// goes on when content was chosen. Read before the page's body, so that it listens before any frame can speak.
const kept = new Map();
window.addEventListener("message", (event) => {
  const { storage, issuer, other } = document.body?.dataset ?? {};
  if ([location.origin, issuer, other].includes(event.origin) && event.data?.go) {
    location.href = event.data.go;
    return;
  }
  const tool = document.querySelector("[data-tool]");
  if (!tool || event.origin !== tool.dataset.tool || !event.data?.subject) {
    return;
  }
  const { subject, message_id, key, value, height } = event.data;
  if (subject === "lti.frameResize" && tool instanceof HTMLIFrameElement) {
    tool.style.height = `${Math.min(Math.max(Number(height) || 0, 200), 4000)}px`;
    return;
  }
  if (storage === "Mute" || storage === "InFrame") {
    return;
  }
  const place = `${event.origin} ${key}`;
  const answer = { subject: `${subject}.response`, message_id };
  const say = (said) => event.source.postMessage({ ...answer, ...said }, event.origin);
  if (["lti.put_data", "lti.get_data"].includes(subject) && storage === "Fails") {
    say({ error: { code: "storage_exhaustion", message: "There is no room." } });
  } else if (subject === "lti.put_data") {
    kept.set(place, value);
    say({ key, value });
  } else if (subject === "lti.get_data") {
    say({ key, value: kept.get(place) });
  } else if (subject === "lti.capabilities") {
    say({ supported_messages: ["lti.put_data", "lti.get_data", "lti.frameResize"].map((known) => ({ subject: known })) });
  }
});
