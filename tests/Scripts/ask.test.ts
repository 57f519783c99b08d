import assert from "node:assert/strict";
import { test } from "node:test";
import { ask } from "../../src/ZestySlate.Web/Scripts/shared/ask";

type Answer = (text: string) => void;
const open: { answer: Answer; fail: () => void }[] = [];
Object.assign(globalThis, {
  fetch: (_: string, init: { signal: AbortSignal }) =>
    new Promise<Response>((done, fail) => {
      init.signal.addEventListener("abort", () => fail(new Error("given up")));
      open.push({ answer: (text) => done(new Response(text)), fail: () => fail(new Error("no line")) });
    }),
});

test("of two questions for one place only the newer is answered", async () => {
  let lost = 0;
  const older = ask("list", "/a", {}, () => lost++);
  const newer = ask("list", "/b", {}, () => lost++);
  open[1]!.answer("newer");
  open[0]!.answer("older");
  assert.equal(await older, null);
  assert.equal((await newer)?.text, "newer");
  assert.equal(lost, 0);
});

test("questions for two places do not disturb each other", async () => {
  open.length = 0;
  const one = ask("one", "/a"),
    two = ask("two", "/b");
  open[0]!.answer("1");
  open[1]!.answer("2");
  assert.deepEqual([(await one)?.text, (await two)?.text], ["1", "2"]);
});

test("a lost line is told once, and the place can be asked for again", async () => {
  open.length = 0;
  let lost = 0;
  const one = ask("list", "/a", {}, () => lost++);
  open[0]!.fail();
  assert.equal(await one, null);
  const again = ask("list", "/a", {}, () => lost++);
  open[1]!.answer("there");
  assert.equal((await again)?.text, "there");
  assert.equal(lost, 1);
});
