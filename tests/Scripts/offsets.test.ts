import assert from "node:assert/strict";
import { test } from "node:test";
import { offsetsOf } from "../../src/ZestySlate.Web/Scripts/shared/offsets";

declare const process: { env: Record<string, string> };
process.env.TZ = "Europe/Berlin";

test("each time has the offset of its own day, and today's stands first", () => {
  const winter = new Date("2026-11-28T12:00:00Z");
  const fields = [
    { name: "due", value: "2027-07-15T18:00" },
    { name: "from", value: "2026-12-01T08:00" },
    { name: "until", value: "" },
  ];
  assert.equal(offsetsOf(fields, winter), "60 due=120 from=60");
  assert.equal(offsetsOf([], new Date("2027-07-01T12:00:00Z")), "120");
});
