import assert from "node:assert/strict";
import { test } from "node:test";
import { pressed } from "../../src/ZestySlate.Web/Scripts/learner/pressed";

test("a press goes on, says its words or opens, as the sign is", () => {
  assert.equal(pressed({ kind: "jump", jump: "b" }), "visit");
  assert.equal(pressed({ kind: "callout" }), "callout");
  assert.equal(pressed({ kind: "note" }), "panel");
  assert.equal(pressed({}), "panel");
});

test("what is locked shows its lock, whatever lies behind it", () => {
  for (const kind of ["jump", "callout", "note", "question"]) {
    assert.equal(pressed({ kind, jump: kind === "jump" ? "b" : undefined, locked: "yes" }), "panel");
  }
});
