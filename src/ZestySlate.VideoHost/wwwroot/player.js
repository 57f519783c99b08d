// The player's half of the protocol between a page and a player in a frame (the specification of player.js, version 0.0.11), written from
// its text alone: methods come in as JSON with the context «player.js»; events go out to who has asked for them; «ready» always goes out.
"use strict";

const context = "player.js";
const version = "0.0.11";
const video = document.querySelector("video");

/** Who has asked for which event: the event with the listeners that are told again with it. */
const asked = new Map();

const times = () => ({ seconds: video.currentTime, duration: video.duration });

const getters = {
  getPaused: () => video.paused,
  getMuted: () => video.muted,
  getVolume: () => Math.round(video.volume * 100),
  getDuration: () => video.duration,
  getCurrentTime: () => video.currentTime,
  getLoop: () => video.loop,
};

const methods = {
  play: () => video.play().catch(() => tell("error", { code: 1, msg: "It may not play before somebody has pressed." })),
  pause: () => video.pause(),
  mute: () => (video.muted = true),
  unmute: () => (video.muted = false),
  setVolume: value => (video.volume = Math.min(1, Math.max(0, value / 100))),
  setCurrentTime: value => (video.currentTime = value),
  setLoop: value => (video.loop = value),
  addEventListener: (value, listener) => asked.set(value, [...(asked.get(value) ?? []), listener]),
  removeEventListener: (value, listener) =>
    asked.set(value, listener === undefined ? [] : (asked.get(value) ?? []).filter(one => one !== listener)),
};

function send(message) {
  parent.postMessage(JSON.stringify({ context, version, ...message }), "*");
}

function tell(event, value) {
  for (const listener of asked.get(event) ?? []) {
    send({ event, listener, value });
  }
}

addEventListener("message", message => {
  let said;
  try {
    said = JSON.parse(message.data);
  } catch {
    return;
  }
  if (message.source !== parent || said?.context !== context) {
    return;
  }
  if (said.method in getters) {
    send({ event: said.method, listener: said.listener, value: getters[said.method]() });
  } else if (said.method in methods) {
    methods[said.method](said.value, said.listener);
  } else {
    tell("error", { code: 2, msg: `There is no ${said.method} here.` });
  }
});

for (const event of ["play", "pause", "ended"]) {
  video.addEventListener(event, () => tell(event));
}
video.addEventListener("timeupdate", () => tell("timeupdate", times()));
video.addEventListener("progress", () => tell("progress", times()));
video.addEventListener("error", () => tell("error", { code: -1, msg: "It cannot be loaded." }));

const ready = () =>
  send({
    event: "ready",
    value: {
      src: location.href,
      events: ["ready", "play", "pause", "ended", "timeupdate", "progress", "error"],
      methods: [...Object.keys(getters), ...Object.keys(methods)],
    },
  });
if (video.readyState >= HTMLMediaElement.HAVE_METADATA) {
  ready();
} else {
  video.addEventListener("loadedmetadata", ready, { once: true });
}
