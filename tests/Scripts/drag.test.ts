import assert from "node:assert/strict";
import { test } from "node:test";
import { drag } from "../../src/ZestySlate.Web/Scripts/shared/drag";

const page = new EventTarget();
Object.assign(globalThis, { window: page });

const at = (type: string, clientX: number, pointerId = 1): PointerEvent =>
  Object.assign(new Event(type), { clientX, clientY: 0, pointerId }) as PointerEvent;

/** Presses at 0 and notes what comes of it. */
function pressed(slack: number): string[] {
  const said: string[] = [];
  drag(
    at("pointerdown", 0),
    { move: (event) => said.push(`at ${event.clientX}`), end: (moved, last) => said.push(`${last.type} ${moved}`) },
    slack,
  );
  return said;
}

test("a drag begins at the slack and not before, and goes on when the pointer comes back", () => {
  const said = pressed(6);
  [5, 6, 1].forEach((x) => page.dispatchEvent(at("pointermove", x)));
  page.dispatchEvent(at("pointerup", 1));
  assert.deepEqual(said, ["at 6", "at 1", "pointerup true"]);
});

test("a press that goes nowhere is told from a drag", () => {
  const said = pressed(6);
  page.dispatchEvent(at("pointerup", 0));
  assert.deepEqual(said, ["pointerup false"]);
});

test("another finger neither moves nor ends it", () => {
  const said = pressed(0);
  ["pointermove", "pointerup", "pointercancel"].forEach((type) => page.dispatchEvent(at(type, 50, 2)));
  page.dispatchEvent(at("pointerup", 9));
  assert.deepEqual(said, ["pointerup false"]);
});

test("it ends once, also when the system takes the pointer away", () => {
  const said = pressed(0);
  page.dispatchEvent(at("pointercancel", 3));
  ["pointermove", "pointerup"].forEach((type) => page.dispatchEvent(at(type, 9)));
  assert.deepEqual(said, ["pointercancel false"]);
});
