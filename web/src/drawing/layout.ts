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
/** Readings cross one another: their labels stand a third along, where no other line runs. */
const ALONG = 0.31;

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

/** Every dimension line in px, labels of one lane pushed apart where they would fall on one another. */
export function place(laid: Laid, textOf: (d: DimensionLine) => string): Placed[] {
  const placed = laid.lines.map((d): Placed => {
    const away = d.side === "top" || d.side === "left" ? -offset(d, laid.upright) : offset(d, laid.upright);
    if (d.axis === "x") {
      const base = laid.top + d.base * laid.scale;
      const x0 = laid.left + d.start * laid.scale;
      const x1 = laid.left + d.end * laid.scale;
      return { d, x0, x1, y0: base + away, y1: base + away, lx: d.lane === 0 ? x0 + (x1 - x0) * ALONG : (x0 + x1) / 2, ly: base + away - (d.lane === 0 ? 0 : 11), base };
    }
    const base = laid.left + d.base * laid.scale;
    const y0 = laid.top + d.start * laid.scale;
    const y1 = laid.top + d.end * laid.scale;
    const beside = d.lane === 0 ? 0 : d.side === "left" ? -laid.upright.beside : laid.upright.beside;
    return { d, x0: base + away, x1: base + away, y0, y1, lx: base + away + beside, ly: d.lane === 0 ? y0 + (y1 - y0) * ALONG : (y0 + y1) / 2, base };
  });
  const lanes = Map.groupBy(placed, (p) => `${p.d.side}${p.d.axis}${p.d.lane}${p.d.lane === 0 ? p.base : ""}`);
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
  return placed;
}
