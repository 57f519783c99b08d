import assert from "node:assert/strict";
import { test } from "node:test";
import { lineUp, read, write } from "../../src/ZestySlate.Web/Scripts/shared/sheet";
import { pointsOf, svgOf, usual } from "../../src/ZestySlate.Web/Scripts/shared/drawn";

test("places are read back as they are written, and kept on the board", () => {
  for (let i = 0; i < 500; i++) {
    const at = { x: Math.random(), y: Math.random() };
    const back = read(write(at))!;
    assert.ok(Math.abs(back.x - at.x) <= 0.5e-5 && Math.abs(back.y - at.y) <= 0.5e-5);
  }
  assert.equal(write({ x: -1, y: 2 }), "0 1");
  for (const none of ["", "0.5", "a b", "0.5 x"]) {
    assert.equal(read(none), null);
  }
});

test("things that are lined up lie in their box and nowhere over each other", () => {
  for (let count = 1; count <= 30; count++) {
    for (const box of [
      { x: 0.1, y: 0.2, width: 0.5, height: 0.3 },
      { x: 0, y: 0, width: 0.05, height: 1 },
      { x: 0.2, y: 0.5, width: 0.8, height: 0.01 },
    ]) {
      const places = Array.from({ length: count }, (_, i) => lineUp(box, count, i));
      assert.ok(places.every((at) => at.x > box.x && at.x < box.x + box.width && at.y > box.y && at.y < box.y + box.height));
      assert.equal(new Set(places.map((at) => `${at.x.toFixed(6)} ${at.y.toFixed(6)}`)).size, count);
    }
  }
});

test("a point without pressure is drawn half as strong, and words are no markup", () => {
  const mark = { number: 1, sort: "line", colour: "#17232b", width: 40, points: "1,2 3,4,80" };
  assert.deepEqual(pointsOf(mark), [
    { x: 1, y: 2, p: usual },
    { x: 3, y: 4, p: 80 },
  ]);
  assert.match(svgOf({ ...mark, sort: "text", points: "5,6", words: "<b>&" }, {}), /&lt;b&gt;&amp;/);
  assert.match(svgOf(mark, {}), /^<g data-mark="1"><path /);
});
