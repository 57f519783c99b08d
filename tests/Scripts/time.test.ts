import assert from "node:assert/strict";
import { test } from "node:test";
import { clockOf, cutAt, farthest, joined, nearestEnd, Reach, type SentenceEnd } from "../../src/ZestySlate.Web/Scripts/shared/time";

test("what was watched in whatever order is one stretch where it touches", () => {
  const watched = [
    { from: 30, to: 40 },
    { from: 0, to: 10 },
    { from: 10.5, to: 20 },
    { from: 35, to: 36 },
  ];
  assert.deepEqual(joined(watched), [
    { from: 0, to: 20 },
    { from: 30, to: 40 },
  ]);
  assert.deepEqual(joined([...watched].reverse()), joined(watched));
  assert.deepEqual(
    joined([
      { from: 0, to: 10 },
      { from: 10.51, to: 12 },
    ]).length,
    2,
  );
  assert.deepEqual(joined([]), []);
});

test("one goes as far as one may, and is told why not farther", () => {
  const cues = [
    { from: 5, waits: false, question: true },
    { from: 8, waits: true, question: false },
    { from: 12, waits: true, question: true },
  ];
  assert.equal(farthest("free", [], cues, false).moment, Infinity);
  assert.deepEqual(farthest("watched", [{ from: 0.5, to: 9 }], cues, false), { moment: 9, because: "watchFirst" });
  assert.equal(farthest("watched", [{ from: 0.6, to: 9 }], cues, false).moment, 0);
  assert.equal(farthest("watched", [], cues, false).moment, 0);
  assert.deepEqual([farthest("answered", [], cues, false).moment, farthest("answered", [], cues, false).because], [12, "answerFirst"]);
  for (const skipping of ["watched", "answered"]) {
    assert.equal(farthest(skipping, [], cues, true).moment, Infinity);
  }
});

test("a moment reads as minutes and seconds", () => {
  assert.deepEqual([0, 7.9, 84, 3599.999, 3723].map(clockOf), ["0:00", "0:07", "1:24", "1:00:00", "1:02:03"]);
});

test("a stop goes to the nearest end of a sentence, and of two to the later", () => {
  const ends: SentenceEnd[] = [
    [4, "One.", 0],
    [8, "Two.", 4],
  ];
  assert.deepEqual(
    [5, 5.9, 6, 18, 4].map((moment) => nearestEnd(ends, moment)?.[0]),
    [4, 4, 8, 8, 4],
  );
  assert.equal(nearestEnd(ends, 8 + Reach + 0.001), undefined);
  assert.equal(nearestEnd([], 5), undefined);
});

test("a moment cuts a sentence, but not at its edges", () => {
  const ends: SentenceEnd[] = [[4, "One two three.", 0]];
  assert.deepEqual(
    [0.25, 0.26, 3.74, 3.75, 4, 9].map((moment) => cutAt(ends, moment) !== undefined),
    [false, true, true, false, false, false],
  );
});
