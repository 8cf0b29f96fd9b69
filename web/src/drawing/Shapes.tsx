import type { Shape } from "../api/types";

/** Hatches by material, in px, so that they read the same at every scale. */
export function Hatches() {
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
      <pattern id="clash" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="5" height="5" fill="#f6e6df" />
        <path d="M0 0 v5" stroke="#963417" strokeWidth="2.2" />
      </pattern>
    </defs>
  );
}

function fillOf(shape: Shape): string {
  switch (shape.material) {
    case "wood":
      return `url(#wood-${shape.grain_deg})`;
    case "bar":
      return `url(#bar-${shape.grain_deg})`;
    case "canvas":
      return "url(#canvas)";
    case "strip":
      return "url(#strip)";
    case "shadow":
      return "#4b4842";
    case "metal":
      return "#7d888e";
    case "clash":
      return "url(#clash)";
    case "line":
    case "hidden":
      return "none";
  }
}

export function isLit(part: string, lit: ReadonlySet<string>): boolean {
  for (const l of lit) if (l === part || part.startsWith(`${l}.`)) return true;
  return false;
}

interface Props {
  shapes: Shape[];
  scale: number;
  lit?: ReadonlySet<string>;
  onPoint?: (part: string | null) => void;
}

/** The shapes of a view, to scale; what is lit is outlined in blue. */
export function Shapes({ shapes, scale, lit, onPoint }: Props) {
  return (
    <>
      {shapes.map((shape, i) => {
        const on = lit ? isLit(shape.part, lit) : false;
        const common = {
          "data-part": shape.part,
          "data-lit": on || undefined,
          stroke: on ? "#1d5f9c" : "#2b2a27",
          strokeWidth: on ? 2.2 : shape.material === "canvas" && shape.kind === "line" ? 2 : 0.8,
          onPointerEnter: onPoint && (() => onPoint(shape.part)),
          onPointerLeave: onPoint && (() => onPoint(null)),
        };
        const points = shape.points.map(([x, y]) => `${(x as number) * scale},${(y as number) * scale}`).join(" ");
        const title = <title>{shape.label}</title>;
        if (shape.kind === "circle") {
          const [x, y] = shape.points[0] as [number, number];
          return (
            <circle key={i} {...common} cx={x * scale} cy={y * scale} r={Math.max(3, shape.radius * scale)} fill={fillOf(shape)}>
              {title}
            </circle>
          );
        }
        if (shape.kind === "line") {
          return (
            <polyline key={i} {...common} points={points} fill="none" strokeWidth={on ? 3.2 : shape.material === "metal" ? 3 : 2}>
              {title}
            </polyline>
          );
        }
        return (
          <g key={i}>
            <polygon {...common} points={points} fill={fillOf(shape)} strokeDasharray={shape.material === "hidden" ? "5 3" : undefined}>
              {title}
            </polygon>
            {on && <polygon points={points} fill="#1d5f9c" opacity={0.09} pointerEvents="none" />}
          </g>
        );
      })}
    </>
  );
}
