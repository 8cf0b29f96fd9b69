import { memo, useMemo } from "react";
import type { Shape } from "../api/types";
import { usePointed } from "../parts/pointed";

/** Hatches by material, in px, so that they read the same at every scale. */
export const Hatches = memo(function Hatches() {
  return (
    <defs>
      {[0, 90].map((turn) => (
        <pattern key={turn} id={`wood-${turn}`} width="46" height="7" patternUnits="userSpaceOnUse" patternTransform={`rotate(${turn})`}>
          <rect width="46" height="7" fill="#e4d6ba" />
          <path d="M0 1.6 q12 -1.1 24 .2 t22 -.2 M0 4.6 q16 1 30 -.2 t16 .2" fill="none" stroke="#c4ad82" strokeWidth=".55" />
        </pattern>
      ))}
      {[0, 90].map((turn) => (
        <pattern key={turn} id={`bar-${turn}`} width="30" height="5" patternUnits="userSpaceOnUse" patternTransform={`rotate(${turn})`}>
          <rect width="30" height="5" fill="#f0e7d2" />
          <path d="M0 2.4 h18 M22 4.6 h8" fill="none" stroke="#d3c29d" strokeWidth=".5" />
        </pattern>
      ))}
      <pattern id="canvas" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill="#fdfcf8" />
        <path d="M0 .5 h5 M.5 0 v5" stroke="#ece7da" strokeWidth=".6" />
      </pattern>
      <pattern id="strip" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="4" height="4" fill="#8c8678" />
        <path d="M0 0 v4" stroke="#6d685c" strokeWidth="1.1" />
      </pattern>
      <pattern id="paper" width="9" height="9" patternUnits="userSpaceOnUse">
        <rect width="9" height="9" fill="#f8f2e2" />
        <path d="M2 3 l1.5 .4 M6 7 l1.2 -.5" stroke="#e3d8bd" strokeWidth=".6" />
      </pattern>
      <pattern id="board" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="#ebe5d6" />
        <circle cx="1.5" cy="1.5" r=".55" fill="#cfc6ae" />
        <circle cx="4.5" cy="4.5" r=".55" fill="#cfc6ae" />
      </pattern>
      <pattern id="shade" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0 v5" stroke="var(--color-ink)" strokeWidth="1.6" opacity=".33" />
      </pattern>
      <pattern id="unseen" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="5" height="5" fill="var(--color-sheet)" opacity=".55" />
        <path d="M0 0 v5" stroke="var(--color-stop)" strokeWidth="1.4" opacity=".75" />
      </pattern>
      <pattern id="clash" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="5" height="5" fill="#f6e6df" />
        <path d="M0 0 v5" stroke="var(--color-stop)" strokeWidth="2.2" />
      </pattern>
    </defs>
  );
});

function fillOf(shape: Shape): string {
  if (shape.colour && shape.material !== "hidden") return shape.colour;
  switch (shape.material) {
    case "wood":
      return `url(#wood-${shape.grain_deg})`;
    case "bar":
      return `url(#bar-${shape.grain_deg})`;
    case "canvas":
      return "url(#canvas)";
    case "grip":
      return "#c9ddec";
    case "strip":
      return "url(#strip)";
    case "shadow":
    case "slot":
      return "#4b4842";
    case "metal":
      return "#7d888e";
    case "clash":
      return "url(#clash)";
    case "paper":
      return "url(#paper)";
    case "board":
      return "url(#board)";
    case "glass":
      return "#dbe7e8";
    case "item":
      return "#cfc3a8";
    case "shade":
      return "url(#shade)";
    case "cut":
      return "url(#unseen)";
    case "line":
    case "hidden":
    case "keep":
    case "picture":
    case "ray":
    case "guide":
      return "none";
  }
}

/** About how wide a letter of a short text is, in px. */
const WORD_PX = 5.4;

interface Props {
  shapes: Shape[];
  scale: number;
  onPoint?: (part: string | null) => void;
  /** Whether what can be taken hold of is drawn. */
  grips?: boolean;
  /** Parts that are in hand: drawn with a dashed blue outline. */
  inHand?: ReadonlySet<string> | undefined;
  /** What is worked on now is in colour, what is there already grey, what comes later pale. */
  turns?: Turns | undefined;
}

export interface Turns {
  now: ReadonlySet<string>;
  before: ReadonlySet<string>;
}

function toneOf(part: string, turns: Turns | undefined): string | undefined {
  if (!turns || turns.now.has(part)) return undefined;
  return turns.before.has(part) ? "opacity-45 grayscale" : "opacity-15 grayscale";
}

/** The shapes of a view, to scale; what is pointed at is outlined in blue. */
export const Shapes = memo(function Shapes({ shapes, scale, onPoint, grips = false, inHand, turns }: Props) {
  return (
    <>
      {shapes.map((shape, i) =>
        shape.material === "grip" && !grips ? null : <One key={i} shape={shape} scale={scale} held={inHand?.has(shape.part) ?? false} tone={toneOf(shape.part, turns)} onPoint={onPoint} />,
      )}
    </>
  );
});

/** One of them; drawn anew only when it changes or the pointer comes to it. */
const One = memo(function One({ shape, scale, held, tone, onPoint }: { shape: Shape; scale: number; held: boolean; tone: string | undefined; onPoint: Props["onPoint"] }) {
  const parts = useMemo(() => [shape.part], [shape.part]);
  const pointed = usePointed(parts);
  const on = pointed || held;
  const common = {
    "data-part": shape.part,
    "data-lit": on || undefined,
    className: tone,
    stroke: on ? "var(--color-act)" : "var(--color-ink)",
    strokeWidth: on ? 2.2 : shape.material === "canvas" && shape.kind === "line" ? 2 : 0.8,
    onPointerEnter: onPoint && (() => onPoint(shape.part)),
    onPointerLeave: onPoint && (() => onPoint(null)),
  };
  const title = <title>{shape.label}</title>;
  if (shape.kind === "text") {
    const [x, y] = shape.points[0] as [number, number];
    if (shape.radius > 0 && shape.text.length * WORD_PX > 2 * shape.radius * scale) return null;
    return (
      <text x={x * scale} y={y * scale} fontSize={scale < 0.14 ? 0 : 11} textAnchor="middle" dominantBaseline="central" fill={shape.colour || "var(--color-ink)"} className={`fig ${tone ?? ""}`} pointerEvents="none">
        {shape.text}
      </text>
    );
  }
  if (shape.kind === "picture") {
    const [x, y] = shape.points[0] as [number, number];
    const [x1, y1] = shape.points[2] as [number, number];
    return <image href={`/api/pictures/${shape.text}`} x={x * scale} y={y * scale} width={(x1 - x) * scale} height={(y1 - y) * scale} preserveAspectRatio="none" onPointerEnter={common.onPointerEnter} onPointerLeave={common.onPointerLeave} />;
  }
  if (shape.kind === "circle") {
    const [x, y] = shape.points[0] as [number, number];
    return (
      <circle {...common} cx={x * scale} cy={y * scale} r={Math.max(shape.material === "item" || shape.material === "hidden" || shape.material === "slot" ? 0 : 3, shape.radius * scale)} fill={fillOf(shape)} strokeDasharray={shape.material === "hidden" ? "5 3" : undefined}>
        {title}
      </circle>
    );
  }
  const points = pointsOf(shape, scale);
  if (shape.kind === "line") {
    const never = shape.material === "keep" || shape.material === "ray";
    const guide = shape.material === "guide";
    const heavy = { metal: 3, line: 1.2, keep: 2.4, cut: 1.4, ray: 1.2, guide: 0.6 }[shape.material as string] ?? 2;
    return (
      <polyline {...common} stroke={on ? "var(--color-act)" : never ? "var(--color-stop)" : guide ? "var(--color-soft)" : "var(--color-ink)"} strokeDasharray={never ? "7 4" : guide ? "3 3" : undefined} points={points} fill="none" strokeWidth={on && !guide ? 3.2 : heavy}>
        {title}
      </polyline>
    );
  }
  return (
    <g>
      <polygon {...common} points={points} fill={fillOf(shape)} strokeDasharray={shape.material === "hidden" ? "5 3" : undefined} pointerEvents={shape.material === "shade" || shape.material === "cut" ? "none" : undefined}>
        {title}
      </polygon>
      {on && <polygon points={points} fill="var(--color-act)" opacity={0.09} pointerEvents="none" />}
    </g>
  );
});

/** Corners of a shape as SVG writes them, at a scale. */
export function pointsOf(shape: Shape, scale: number): string {
  return shape.points.map(([x, y]) => `${(x as number) * scale},${(y as number) * scale}`).join(" ");
}
