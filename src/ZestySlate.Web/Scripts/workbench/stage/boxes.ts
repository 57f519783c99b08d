import { round } from "../../shared/place";
import type { Share } from "../../shared/surface";

/** A share of the stage, from 0 to 1. */
export const share = (value: number): number => round(Math.min(1, Math.max(0, value)));

/** The size of a sign, from 0.6 to 3 times the usual. */
export const clamp = (size: number): number => Math.min(3, Math.max(0.6, Math.round(size * 100) / 100));

/** The corners of an upright box, from the left upper one with the clock. */
export type Box = [Share, Share, Share, Share];

/** The box between two corners that lie across from each other. */
export function boxOf(a: Share, b: Share): Box {
  const [left, right, top, bottom] = [Math.min(a.x, b.x), Math.max(a.x, b.x), Math.min(a.y, b.y), Math.max(a.y, b.y)];
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
}

/** The smallest box around corners. */
export function boxAround(corners: Share[]): Box {
  const [xs, ys] = [corners.map(c => c.x), corners.map(c => c.y)];
  return boxOf({ x: Math.min(...xs), y: Math.min(...ys) }, { x: Math.max(...xs), y: Math.max(...ys) });
}

/** The box around corners, as a form says it. */
export function boxFields(corners: Share[]): Record<string, string> {
  const [a, , c] = boxAround(corners);
  return {
    shape: "rectangle",
    left: String(round(a.x)),
    top: String(round(a.y)),
    width: String(round(c.x - a.x)),
    height: String(round(c.y - a.y)),
  };
}

/** The corners of an ellipse that fills a box. */
export function ellipseIn(box: Box): Share[] {
  const [a, , c] = box;
  return Array.from({ length: 36 }, (_, i) => (i * Math.PI) / 18).map(turn => ({
    x: (a.x + c.x) / 2 + (Math.sin(turn) * (c.x - a.x)) / 2,
    y: (a.y + c.y) / 2 - (Math.cos(turn) * (c.y - a.y)) / 2,
  }));
}

/** Half way from the corner before an index to the one at it, round the shape. */
export function middleOf(corners: Share[], index: number): Share {
  const before = corners[(index - 1 + corners.length) % corners.length]!;
  const after = corners[index % corners.length]!;
  return { x: (before.x + after.x) / 2, y: (before.y + after.y) / 2 };
}
