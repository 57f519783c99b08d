import assert from "node:assert/strict";
import { beforeEach, test } from "node:test";
import { Outbox, type Waiting } from "../../src/ZestySlate.Web/Scripts/learner/outbox";

/** What the device keeps, and what the server says to each request in turn; nothing stands for a lost line. */
const kept = new Map<string, string>();
let replies: (Response | null)[] = [];
let sent: string[] = [];
let timers: (() => void)[] = [];

Object.assign(globalThis, {
  window: { addEventListener: () => undefined },
  localStorage: {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => {
      kept.set(name, value);
    },
    removeItem: (name: string) => {
      kept.delete(name);
    },
  },
  setTimeout: (act: () => void) => {
    timers.push(act);
    return 0;
  },
  fetch: async (_: string, init: { body: string }) => {
    sent.push(init.body);
    const reply = replies.length > 0 ? replies.shift()! : said(204);
    if (!reply) {
      throw new Error("no line");
    }
    return reply;
  },
});

const said = (status: number, words = ""): Response => new Response(status === 204 ? null : words, { status });
const event = (body: string, spot = "q", act = "mark"): Waiting => ({ spot, act, body });
const quiet = async (): Promise<void> => {
  for (let i = 0; i < 50; i++) {
    await Promise.resolve();
    await new Promise((done) => setImmediate(done));
  }
};
declare function setImmediate(act: (value?: unknown) => void): void;

const states: string[] = [];
const refused: string[] = [];
const outbox = (): Outbox =>
  new Outbox(
    "/events",
    "attempt",
    () => "proof",
    async () => undefined,
    (state) => states.push(state),
    (one, why) => refused.push(`${one.body}: ${why}`),
  );

beforeEach(() => {
  kept.clear();
  replies = [];
  sent = [];
  timers = [];
  states.length = 0;
  refused.length = 0;
});

test("events leave one after the other, each once", async () => {
  const box = outbox();
  box.add(event("a"));
  box.add(event("b"));
  await quiet();
  assert.deepEqual(sent, ["a", "b"]);
  assert.equal(box.size, 0);
  assert.equal(kept.size, 0);
  assert.equal(states.at(-1), "sent");
});

test("what is not acknowledged stays on the device and is sent again, with the line behind it", async () => {
  replies = [null];
  const box = outbox();
  box.add(event("a"));
  box.add(event("b"));
  await quiet();
  assert.deepEqual(
    JSON.parse(kept.get("attempt")!).map((one: Waiting) => one.body),
    ["a", "b"],
  );
  assert.equal(states.at(-1), "waiting");
  timers.splice(0).forEach((act) => act());
  await quiet();
  assert.deepEqual(sent, ["a", "a", "b"]);
  assert.equal(kept.size, 0);
});

test("another page of the same attempt takes up what was left", async () => {
  replies = [null];
  outbox().add(event("a"));
  await quiet();
  outbox();
  await quiet();
  assert.deepEqual(sent, ["a", "a"]);
});

test("a newer answer takes the place of one that has not left; marks never do", async () => {
  replies = [null];
  const box = outbox();
  box.add(event("mark"));
  box.add(event("one", "q", "answer"));
  box.add(event("two", "q", "answer"));
  box.add(event("other", "r", "answer"));
  await quiet();
  timers.splice(0).forEach((act) => act());
  await quiet();
  assert.deepEqual(sent, ["mark", "mark", "two", "other"]);
});

test("what the server cannot take is set aside with its words, and the rest goes on", async () => {
  replies = [said(422, "Too long."), said(204)];
  const box = outbox();
  box.add(event("a"));
  box.add(event("b"));
  await quiet();
  assert.deepEqual(refused, ["a: Too long."]);
  assert.deepEqual(sent, ["a", "b"]);
  assert.equal(JSON.parse(kept.get("attempt aside")!).length, 1);
});

test("a fault that repeats over one event does not stop those behind it; a server in trouble is waited for", async () => {
  replies = [said(500), said(500), said(500), said(500), said(204)];
  const box = outbox();
  box.add(event("a"));
  box.add(event("b"));
  for (let i = 0; i < 6; i++) {
    await quiet();
    timers.splice(0).forEach((act) => act());
  }
  await quiet();
  assert.deepEqual(sent, ["a", "a", "a", "a", "b"]);
  assert.equal(refused.length, 1);
  replies = [said(503), said(503), said(503), said(503), said(503), said(204)];
  box.add(event("c"));
  for (let i = 0; i < 8; i++) {
    await quiet();
    timers.splice(0).forEach((act) => act());
  }
  assert.equal(sent.filter((body) => body === "c").length, 6);
  assert.equal(refused.length, 1);
});

test("who is signed out loses nothing", async () => {
  replies = [said(403)];
  const box = outbox();
  box.add(event("a"));
  await quiet();
  assert.equal(states.at(-1), "ended");
  assert.equal(box.size, 1);
  assert.ok(kept.has("attempt"));
});
