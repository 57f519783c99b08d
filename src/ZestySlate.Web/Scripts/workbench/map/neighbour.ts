/** A thing with a place on the map. */
export interface Placed {
  x: number;
  y: number;
}

/** The four ways of the arrow keys. */
export const Arrows: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * The nearest of others in a direction. What lies aside counts twice as far as what lies ahead, and what lies more aside than ahead
 * not at all, unless nothing else does.
 * @example neighbour({ x: 0, y: 0 }, others, Arrows.ArrowRight)
 */
export function neighbour<T extends Placed>(from: Placed, others: readonly T[], [right, down]: readonly [number, number]): T | null {
  let best: T | null = null;
  let least = Infinity;
  for (const other of others) {
    const [dx, dy] = [other.x - from.x, other.y - from.y];
    const ahead = dx * right + dy * down;
    const aside = Math.abs(dx * down) + Math.abs(dy * right);
    const far = ahead + 2 * aside + (aside > ahead ? 1e6 : 0);
    if (ahead > 0 && far < least) {
      [best, least] = [other, far];
    }
  }
  return best;
}
