import assert from "node:assert/strict";
import { test } from "node:test";
import { Arrows, neighbour } from "../../src/ZestySlate.Web/Scripts/workbench/map/neighbour";

const others = [
  { name: "right", x: 260, y: 0 },
  { name: "right below", x: 260, y: 152 },
  { name: "below", x: 0, y: 152 },
  { name: "far right", x: 900, y: 10 },
  { name: "left above", x: -200, y: -300 },
];

const from = (x: number, y: number, key: string): string | undefined => neighbour({ x, y }, others, Arrows[key]!)?.name;

test("an arrow goes to what lies nearest that way", () => {
  assert.equal(from(0, 0, "ArrowRight"), "right");
  assert.equal(from(0, 0, "ArrowDown"), "below");
  assert.equal(from(260, 0, "ArrowRight"), "far right");
  assert.equal(from(260, 152, "ArrowUp"), "right");
});

test("what lies aside is gone to when nothing lies ahead", () => {
  assert.equal(from(0, 0, "ArrowLeft"), "left above");
  assert.equal(from(0, 0, "ArrowUp"), "left above");
});

test("where nothing lies that way one stays", () => {
  assert.equal(from(900, 10, "ArrowRight"), undefined);
  assert.equal(neighbour({ x: 0, y: 0 }, [], Arrows.ArrowUp!), null);
});

test("every scene can be got to by arrows", () => {
  // A grid with holes: from the first, going on in all four ways, one comes to all of them.
  const grid = Array.from({ length: 40 }, (_, i) => ({ x: (i % 8) * 260, y: Math.floor(i / 8) * 152 })).filter((_, i) => i % 7 !== 3);
  const seen = new Set([grid[0]!]);
  for (const at of seen) {
    for (const way of Object.values(Arrows)) {
      const next = neighbour(
        at,
        grid.filter((other) => other !== at),
        way,
      );
      if (next) {
        seen.add(next);
      }
    }
  }
  assert.equal(seen.size, grid.length);
});
