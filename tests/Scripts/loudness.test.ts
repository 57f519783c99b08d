import assert from "node:assert/strict";
import { test } from "node:test";
import { loudness } from "../../src/ZestySlate.Web/Scripts/shared/loudness";

test("silence is 0, full is 255, and twenty decibels below it a third less", () => {
  const samples = new Float32Array(3 * 50);
  samples.fill(1, 50, 100);
  samples.fill(10 ** (-20 / 20), 100, 150);
  assert.deepEqual([...loudness(samples, 1000)], [0, 255, 170]);
});

test("a last part that is short counts as it is", () => {
  assert.deepEqual([...loudness(new Float32Array(75).fill(1), 1000)], [255, 255]);
});
