import type { DimensionLine, StageKey, View } from "../api/types";

/** Room for dimension lines and their labels, in px. Layout only: where the numbers stand, never what they are. */
const FIRST = 26;
const LANE = 28;
const LABEL = 20;
/** Beside an upright line: a number with its name under it, or next to it where lines follow closely (a section). */
const UPRIGHT = { stacked: { lane: 62, label: 58, beside: 30 }, inline: { lane: 92, label: 92, beside: 46 } } as const;

/** The title stands above the drawing. */
const TITLE = 24;
/** A strip beside the drawing, where stations can be put. */
const RULER = 12;
/** Where on its line a label inside the drawing may stand, the best first: a third along, where readings that cross don’t run. */
const ALONG = [0.31, 0.5, 0.69, 0.2, 0.8, 0.4, 0.6];

export function namesInline(view: View): boolean {
  return view.key === "section";
}

export interface Laid {
  upright: (typeof UPRIGHT)[keyof typeof UPRIGHT];
  scale: number;
  left: number;
  top: number;
  lines: DimensionLine[];
}

function linesFor(view: View, stage: StageKey): DimensionLine[] {
  return view.dimensions.filter((d) => d.stages.includes(stage));
}

function offset(d: DimensionLine, upright: Laid["upright"]): number {
  return d.lane === 0 ? 0 : FIRST + (d.lane - 1) * (d.axis === "x" ? LANE : upright.lane);
}

/** Fits a view and its dimension lines into a box of px. */
export function layOut(view: View, stage: StageKey | null, width: number, height: number, pad = 10): Laid {
  const upright = namesInline(view) ? UPRIGHT.inline : UPRIGHT.stacked;
  const lines = stage ? linesFor(view, stage) : [];
  const rulers = stage ? view.rulers.filter((r) => r.stages.includes(stage)) : [];
  const beside = (axis: "x" | "y") => (rulers.some((r) => r.axis === axis) ? RULER : 0);
  const room = { top: pad + TITLE + beside("x"), bottom: pad, left: pad + beside("y"), right: pad };
  for (const d of lines) {
    if (d.lane > 0) room[d.side] = Math.max(room[d.side], offset(d, upright) + (d.axis === "x" ? LABEL : upright.label) + (d.side === "top" ? TITLE : 0));
  }
  const freeW = Math.max(20, width - room.left - room.right);
  const freeH = Math.max(20, height - room.top - room.bottom);
  const scale = Math.min(freeW / view.width, freeH / view.height);
  return {
    upright,
    scale,
    left: room.left + (freeW - view.width * scale) / 2,
    top: room.top + (freeH - view.height * scale) / 2,
    lines,
  };
}

export interface Placed {
  d: DimensionLine;
  /** Ends of the line, and the middle of its label, in px. */
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  lx: number;
  ly: number;
  /** Where the extension lines start. */
  base: number;
}

const CHAR = 7.4;
const ROW = 20;
const NAME_ROW = 16;

/** Every dimension line in px, labels of one lane pushed apart where they would fall on one another. */
export function place(laid: Laid, textOf: (d: DimensionLine) => string): Placed[] {
  const placed = laid.lines.map((d): Placed => {
    const away = d.side === "top" || d.side === "left" ? -offset(d, laid.upright) : offset(d, laid.upright);
    if (d.axis === "x") {
      const base = laid.top + d.base * laid.scale;
      const x0 = laid.left + d.start * laid.scale;
      const x1 = laid.left + d.end * laid.scale;
      return { d, x0, x1, y0: base + away, y1: base + away, lx: (x0 + x1) / 2, ly: base + away - (d.lane === 0 ? 0 : 11), base };
    }
    const base = laid.left + d.base * laid.scale;
    const y0 = laid.top + d.start * laid.scale;
    const y1 = laid.top + d.end * laid.scale;
    const beside = d.lane === 0 ? 0 : d.side === "left" ? -laid.upright.beside : laid.upright.beside;
    return { d, x0: base + away, x1: base + away, y0, y1, lx: base + away + beside, ly: (y0 + y1) / 2, base };
  });
  const lanes = Map.groupBy(
    placed.filter((p) => p.d.lane > 0),
    (p) => `${p.d.side}${p.d.axis}${p.d.lane}`,
  );
  for (const lane of lanes.values()) {
    const alongX = lane[0]?.d.axis === "x";
    const size = (p: Placed) => (alongX ? textOf(p.d).length * CHAR + p.d.name.length * 5.6 + 16 : 23);
    const key = alongX ? "lx" : "ly";
    lane.sort((a, b) => a[key] - b[key]);
    let edge = -Infinity;
    for (const p of lane) {
      p[key] = Math.max(p[key], edge + size(p) / 2);
      edge = p[key] + size(p) / 2;
    }
  }
  standClear(placed, textOf);
  return placed;
}

interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

const meets = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/** Labels inside the drawing, each moved along its own line to where it lies on no other and on the fewest lines. */
function standClear(placed: Placed[], textOf: (d: DimensionLine) => string): void {
  const boxAt = (p: Placed): Box => {
    const text = textOf(p.d).length * CHAR;
    const name = p.d.name.length * 5.6;
    const stacked = p.d.axis === "y" && name > 0;
    const wide = (stacked ? Math.max(text, name) : text + name) + 10;
    const high = ROW + (stacked ? NAME_ROW : 0);
    return { left: p.lx - wide / 2, right: p.lx + wide / 2, top: p.ly - high / 2, bottom: p.ly + high / 2 };
  };
  const lineOf = (p: Placed): Box => ({ left: Math.min(p.x0, p.x1), right: Math.max(p.x0, p.x1) + 1, top: Math.min(p.y0, p.y1), bottom: Math.max(p.y0, p.y1) + 1 });
  const taken = placed.filter((p) => p.d.lane > 0).map(boxAt);
  for (const p of placed.filter((one) => one.d.lane === 0)) {
    const others = placed.filter((one) => one !== p).map(lineOf);
    let best = Infinity;
    let stands = { lx: p.lx, ly: p.ly };
    for (const share of ALONG) {
      const at = p.d.axis === "x" ? { lx: p.x0 + (p.x1 - p.x0) * share, ly: p.ly } : { lx: p.lx, ly: p.y0 + (p.y1 - p.y0) * share };
      const box = boxAt({ ...p, ...at });
      const crowded = 100 * taken.filter((one) => meets(box, one)).length + others.filter((one) => meets(box, one)).length;
      if (crowded < best) [best, stands] = [crowded, at];
    }
    Object.assign(p, stands);
    taken.push(boxAt(p));
  }
}
