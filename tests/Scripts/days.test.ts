import assert from "node:assert/strict";
import { test } from "node:test";
import { sayTime } from "../../src/ZestySlate.Web/Scripts/shared/days";

const now = new Date(2026, 2, 18, 10, 0);

test("times are said as people say them, at each of their limits", () => {
  for (const [at, said] of [
    [new Date(2026, 2, 18, 9, 59, 45), "now"],
    [new Date(2026, 2, 18, 9, 59), "1 minute ago"],
    [new Date(2026, 2, 18, 9, 1), "59 minutes ago"],
    [new Date(2026, 2, 18, 9, 0), "today, 9:00 AM"],
    [new Date(2026, 2, 18, 0, 0), "today, 12:00 AM"],
    [new Date(2026, 2, 17, 23, 59), "yesterday"],
    [new Date(2026, 2, 16, 23, 59), "Monday"],
    [new Date(2026, 2, 12, 0, 1), "Thursday"],
    [new Date(2026, 2, 11, 23, 59), "Mar 11"],
    [new Date(2026, 0, 1), "Jan 1"],
    [new Date(2025, 11, 31, 23, 59), "Dec 31, 2025"],
    [new Date(2026, 2, 20), "Mar 20"],
  ] as const) {
    assert.equal(sayTime(at, now, "en").replace(/\s/g, " "), said);
  }
});

test("a few minutes before midnight are yesterday only once the hour is over, and other languages have their own words", () => {
  assert.equal(sayTime(new Date(2026, 2, 17, 23, 50), new Date(2026, 2, 18, 0, 10), "en"), "20 minutes ago");
  assert.equal(sayTime(new Date(2026, 2, 17, 12, 0), now, "de"), "gestern");
});
