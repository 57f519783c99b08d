/** A mark on a board; measures are ten-thousandths of the board's width. */
export interface Mark {
  number: number;
  sort: string;
  colour: string;
  width: number;
  points: string;
  words?: string;
}

export interface Point {
  x: number;
  y: number;
  p: number;
}

export const boardWidth = 10000;

/** Half as strong as a pen can be pressed: what has no pressure draws so. */
export const usual = 50;

export function pointsOf(mark: Mark): Point[] {
  return mark.points
    .split(" ")
    .filter(Boolean)
    .map(point => {
      const [x = NaN, y = NaN, p = usual] = point.split(",").map(Number);
      return { x, y, p };
    });
}

/** A mark as SVG: to the letter what DrawnShape in the core makes of it, so that a drawing is shown again exactly. */
export function svgOf(mark: Mark, stamps: Record<string, string>): string {
  const points = pointsOf(mark);
  let inside = "";
  const [from, to] = [points[0], points[points.length - 1]];
  if (from && to) {
    if (mark.sort === "text") {
      inside =
        `<text x="${from.x}" y="${from.y}" font-size="${mark.width}" fill="${mark.colour}" ` +
        `text-anchor="middle" dominant-baseline="central" font-family="sans-serif">${escaped(mark.words ?? "")}</text>`;
    } else if (mark.sort === "stamp") {
      inside =
        `<path d="${stamps[mark.words ?? ""] ?? ""}" transform="translate(${n(from.x - mark.width / 2)} ${n(from.y - mark.width / 2)})` +
        ` scale(${Math.floor((mark.width / 24) * 10000 + 0.5) / 10000})" ` +
        `fill="none" stroke="${mark.colour}" stroke-width="2" stroke-linecap="round" stroke-linejoin="round"/>`;
    } else {
      const stretches: [string, number][] =
        mark.sort === "line"
          ? free(points, mark.width)
          : [
              [
                mark.sort === "straight"
                  ? `M${from.x},${from.y}L${to.x},${to.y}`
                  : mark.sort === "arrow"
                    ? arrow(from, to, mark.width)
                    : mark.sort === "rectangle"
                      ? `M${from.x},${from.y}H${to.x}V${to.y}H${from.x}Z`
                      : ellipse(from, to),
                mark.width,
              ],
            ];
      inside = stretches
        .map(
          ([path, width]) =>
            `<path d="${path}" fill="none" stroke="${mark.colour}" stroke-width="${n(width)}" stroke-linecap="round" stroke-linejoin="round"/>`,
        )
        .join("");
    }
  }
  return `<g data-mark="${mark.number}">${inside}</g>`;
}

/** Curves from middle to middle of the points, as thick as the pen was pressed there. */
function free(points: Point[], width: number): [string, number][] {
  const stretches: [string, number][] = [];
  let [level, path] = [-1, ""];
  let at: { x: number; y: number } = points[0]!;
  const close = (): void => {
    if (level >= 0) {
      stretches.push([path, (width * (40 + level * 12)) / 100]);
    }
  };
  points.forEach((point, i) => {
    const now = Math.floor((point.p + 5) / 10);
    if (now !== level) {
      close();
      [level, path] = [now, `M${n(at.x)},${n(at.y)}`];
    }
    const after = points[i + 1];
    const next = after ? { x: (point.x + after.x) / 2, y: (point.y + after.y) / 2 } : point;
    path += `Q${point.x},${point.y} ${n(next.x)},${n(next.y)}`;
    at = next;
  });
  close();
  return stretches;
}

function arrow(from: Point, to: Point, width: number): string {
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  const head = 150 + width * 2;
  const barb = (turn: number): string => `${n(to.x - head * Math.cos(angle + turn))},${n(to.y - head * Math.sin(angle + turn))}`;
  return `M${from.x},${from.y}L${to.x},${to.y}M${barb(0.5)}L${to.x},${to.y}L${barb(-0.5)}`;
}

function ellipse(from: Point, to: Point): string {
  const [rx, ry, middle] = [n(Math.abs(to.x - from.x) / 2), n(Math.abs(to.y - from.y) / 2), n((from.y + to.y) / 2)];
  return `M${from.x},${middle}A${rx},${ry} 0 1 0 ${to.x},${middle}A${rx},${ry} 0 1 0 ${from.x},${middle}Z`;
}

const n = (value: number): string => String(Math.floor(value * 10 + 0.5) / 10);

const escaped = (words: string): string =>
  words.replace(/[&<>"']/g, letter => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&#39;" })[letter]!);
