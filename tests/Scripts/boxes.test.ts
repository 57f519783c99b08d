import assert from "node:assert/strict";
import { test } from "node:test";
import { boxAround, boxFields, boxOf, clamp, ellipseIn, middleOf, share } from "../../src/ZestySlate.Web/Scripts/workbench/stage/boxes";

const Corners = [
  { x: 0.2, y: 0.1 },
  { x: 0.8, y: 0.1 },
  { x: 0.8, y: 0.5 },
  { x: 0.2, y: 0.5 },
];

test("a box is the same from whichever corner it is drawn", () => {
  for (const [a, c] of [
    [0, 2],
    [2, 0],
    [1, 3],
    [3, 1],
  ] as const) {
    assert.deepEqual(boxOf(Corners[a]!, Corners[c]!), Corners);
  }
});

test("the box around corners is said as a form says it", () => {
  const star = [
    { x: 0.5, y: 0.1 },
    { x: 0.8, y: 0.3 },
    { x: 0.5, y: 0.5 },
    { x: 0.2, y: 0.3 },
  ];
  assert.deepEqual(boxAround(star), Corners);
  assert.deepEqual(boxFields(star), { shape: "rectangle", left: "0.2", top: "0.1", width: "0.6", height: "0.4" });
});

test("an ellipse touches its box and stays in it", () => {
  const around = boxAround(ellipseIn(boxOf(Corners[0]!, Corners[2]!)));
  around.forEach((corner, i) => {
    assert.ok(Math.abs(corner.x - Corners[i]!.x) < 1e-9 && Math.abs(corner.y - Corners[i]!.y) < 1e-9);
  });
});

test("between the last corner and the first there is a middle too", () => {
  assert.deepEqual(middleOf(Corners, 1), { x: 0.5, y: 0.1 });
  assert.deepEqual(middleOf(Corners, 0), { x: 0.2, y: 0.3 });
  assert.deepEqual(middleOf(Corners, 4), middleOf(Corners, 0));
});

test("shares and sizes stay in their ranges", () => {
  assert.deepEqual([-0.1, 0, 0.5, 1, 1.1].map(share), [0, 0, 0.5, 1, 1]);
  assert.deepEqual([0.1, 0.6, 1.234, 3, 5].map(clamp), [0.6, 0.6, 1.23, 3, 3]);
});
