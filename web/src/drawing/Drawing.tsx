import { memo, useCallback, useEffect, useMemo, useRef, useState, type PointerEvent } from "react";
import { roveFigures } from "../parts/roving";
import type { DimensionLine, Handle, Plan, StageKey, Unit, View } from "../api/types";
import { Length, lengthText } from "../fields/Length";
import { layOut, namesInline, place, type Placed } from "./layout";
import { Marks, type Place } from "./Marks";
import { usePointed } from "../parts/pointed";
import { Held, type HeldHand } from "./Held";
import { Movers, type Hold, type Moving } from "./Movers";
import { stepsOf } from "./nudges";
import { Hatches, pointsOf, Shapes, type Turns } from "./Shapes";

export interface Drag {
  handle: Handle;
  /** How far the part was taken along its axis, in whole nudges of 1 mm or 1/16 in. */
  steps: number;
  done: boolean;
}

interface Props {
  plan: Plan;
  view: View;
  stage: StageKey;
  unit: Unit;
  small?: boolean;
  onPoint: (part: string | null) => void;
  onOpen: (figure: string) => void;
  onDrag: (drag: Drag) => void;
  onNudge: (handle: Handle, steps: number, coarse: boolean) => void;
  /** Draws the field that is typed over a dimension line, or at a place that was not read yet. */
  editor: (place: Place, close: () => void) => React.ReactNode;
  /** The things that can be moved about on this drawing, and which of them are in hand. */
  moving?: Moving | undefined;
  /** At the bench: what this step has in hand, and what is there already. */
  turns?: Turns | undefined;
}

/** One view to scale with its numbers on it: inputs are typed over where they stand, parts can be taken hold of. */
export const Drawing = memo(function Drawing(props: Props) {
  const { plan, view, stage, unit, small = false } = props;
  const box = useRef<HTMLDivElement>(null);
  const hand = useRef<HeldHand>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [editing, setEditing] = useState<string | null>(null);

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    watch.observe(element);
    return () => watch.disconnect();
  }, []);

  const laid = useMemo(() => layOut(view, small ? null : stage, size.width, size.height, small ? 8 : 14), [view, stage, size, small]);
  const textOf = (d: DimensionLine) => {
    const shown = plan.figures[d.figure]?.shown;
    return shown ? lengthText(shown, unit) : "";
  };
  const placed = size.width ? place(laid, textOf) : [];
  const { scale, left, top } = laid;
  const hold: Hold = useCallback((shapes) => {
    hand.current?.take(shapes, scale, left, top);
    return hand.current;
  }, [scale, left, top]);
  const heard = useMemo(() => described(view), [view]);
  const handles = small ? [] : view.handles.filter((h) => h.stages.includes(stage));

  return (
    <div ref={box} className="relative h-full w-full overflow-hidden" data-view={view.key} onKeyDown={roveFigures}>
      {size.width > 0 && (
        <svg width={size.width} height={size.height} className="absolute inset-0" role={handles.length || props.moving ? "group" : "img"} aria-label={`${view.title} to scale`} aria-description={heard}>
          <Hatches />
          <g transform={`translate(${laid.left} ${laid.top})`}>
            <Shapes shapes={view.shapes} scale={scale} onPoint={small ? undefined : props.onPoint} grips={handles.length > 0} inHand={props.moving?.inHand} turns={props.turns} />
            {props.moving && <Movers moving={props.moving} shapes={view.shapes} scale={scale} unit={unit} onPoint={props.onPoint} hold={hold} />}
            {handles.length > 0 && <Grips {...props} handles={handles} scale={scale} hold={hold} />}
          </g>
          {!small && <Held hand={hand} />}
          <g fill="none" stroke="var(--color-ink)" strokeWidth={0.75} pointerEvents="none">
            {placed.map((p) => (
              <DimensionMarks key={p.d.figure + p.d.side} p={p} parts={plan.figures[p.d.figure]?.parts ?? NO_PARTS} />
            ))}
          </g>
        </svg>
      )}
      {placed.map((p, i) => {
        const figure = plan.figures[p.d.figure];
        if (!figure?.shown) return null;
        const input = figure.edit !== null;
        const open = editing === p.d.figure;
        return (
          <div key={p.d.figure + p.d.side} className={`absolute -translate-x-1/2 -translate-y-1/2 ${open ? "z-30" : "z-10"}`} style={{ left: p.lx, top: p.ly }}>
            {open ? (
              <div className="w-36 bg-sheet shadow-sm">{props.editor({ figure }, () => setEditing(null))}</div>
            ) : (
              <button
                type="button"
                data-figure={p.d.figure}
                tabIndex={i === 0 ? 0 : -1}
                title={input ? `${figure.label}: click to type over` : `${figure.label}: click to see the sum`}
                className={`bg-sheet/90 px-1 text-[15.5px] leading-[1.3] whitespace-nowrap ${
                  input ? "border-b border-act font-semibold text-act hover:bg-act-wash" : "hover:text-act"
                }`}
                onClick={() => (input ? setEditing(p.d.figure) : props.onOpen(p.d.figure))}
                onPointerEnter={() => props.onPoint(figure.parts[0] ?? null)}
                onPointerLeave={() => props.onPoint(null)}
              >
                <span className="sr-only">{figure.label} </span>
                <Length shown={figure.shown} unit={unit} bare />
                {p.d.name && <span aria-hidden className={`text-[12px] font-normal text-soft ${p.d.axis === "y" && !namesInline(view) ? "block leading-none" : "ml-1"}`}>{p.d.name}</span>}
              </button>
            )}
          </div>
        );
      })}
      {!small && size.width > 0 && <Marks first={placed.length === 0} plan={plan} view={view} stage={stage} unit={unit} laid={laid} onPoint={props.onPoint} onOpen={props.onOpen} editor={props.editor} />}
    </div>
  );
});

const NO_PARTS: string[] = [];

function DimensionMarks({ p, parts }: { p: Placed; parts: string[] }) {
  const on = usePointed(parts);
  const slash = 4;
  const ends: [number, number][] = [
    [p.x0, p.y0],
    [p.x1, p.y1],
  ];
  const gone = p.d.lane > 0;
  return (
    <g stroke={on ? "var(--color-act)" : undefined} strokeWidth={on ? 1.4 : undefined}>
      <line x1={p.x0} y1={p.y0} x2={p.x1} y2={p.y1} />
      {ends.map(([x, y], i) => (
        <line key={i} x1={x - slash} y1={y + slash} x2={x + slash} y2={y - slash} strokeWidth={1.5} />
      ))}
      {gone &&
        ends.map(([x, y], i) =>
          p.d.axis === "x" ? (
            <line key={`e${i}`} x1={x} x2={x} y1={p.base + Math.sign(y - p.base) * 3} y2={y + Math.sign(y - p.base) * 5} strokeWidth={0.5} />
          ) : (
            <line key={`e${i}`} y1={y} y2={y} x1={p.base + Math.sign(x - p.base) * 3} x2={x + Math.sign(x - p.base) * 5} strokeWidth={0.5} />
          ),
        )}
    </g>
  );
}

function Grips(props: Props & { handles: Handle[]; scale: number; hold: Hold }) {
  const { view, plan, unit, handles, scale } = props;
  const from = useRef<{ x: number; y: number; axis: "x" | "y" | null; hand: HeldHand | null } | null>(null);

  return (
    <>
      {[...Map.groupBy(handles, (h) => h.part)].map(([part, mine]) => {
        const shape = view.shapes.find((s) => s.part === part);
        const first = mine[0];
        if (!shape || !first) return null;
        const points = pointsOf(shape, scale);
        const cursor = mine.length > 1 ? "move" : first.axis === "x" ? "ew-resize" : "ns-resize";
        const names = mine.map((h) => plan.figures[h.figure]?.label ?? h.figure).join(" and ");

        function come(event: PointerEvent, handle: Handle): number {
          const start = from.current;
          if (!start) return 0;
          const px = handle.axis === "x" ? event.clientX - start.x : event.clientY - start.y;
          return stepsOf(px * handle.per, scale, unit);
        }
        function handleFor(event: PointerEvent): Handle {
          const start = from.current;
          if (!start || !first) return mine[0] as Handle;
          const dx = Math.abs(event.clientX - start.x);
          const dy = Math.abs(event.clientY - start.y);
          if (start.axis === null && Math.max(dx, dy) > 4) start.axis = dx >= dy ? "x" : "y";
          return mine.find((h) => h.axis === start.axis) ?? first;
        }
        return (
          <polygon
            key={part}
            points={points}
            fill="transparent"
            stroke="none"
            style={{ cursor, touchAction: "none" }}
            tabIndex={0}
            role="slider"
            data-grip={part}
            aria-label={`${shape.label}: drag or arrow keys for ${names}`}
            aria-valuenow={Number(plan.figures[first.figure]?.mm ?? 0)}
            aria-valuetext={mine
              .map((h) => {
                const shown = plan.figures[h.figure]?.shown;
                return shown ? `${plan.figures[h.figure]?.label} ${lengthText(shown, unit)} ${unit}` : "";
              })
              .join(", ")}
            onPointerEnter={() => props.onPoint(part)}
            onPointerLeave={() => props.onPoint(null)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              from.current = { x: event.clientX, y: event.clientY, axis: mine.length > 1 ? null : first.axis, hand: null };
            }}
            onPointerMove={(event) => {
              const start = from.current;
              if (!start) return;
              const handle = handleFor(event);
              if (!start.axis) return;
              start.hand ??= props.hold([shape]);
              if (start.axis === "x") start.hand?.move(event.clientX - start.x, 0);
              else start.hand?.move(0, event.clientY - start.y);
              props.onDrag({ handle, steps: come(event, handle), done: false });
            }}
            onPointerUp={(event) => {
              if (!from.current) return;
              const handle = handleFor(event);
              const steps = come(event, handle);
              from.current.hand?.drop();
              from.current = null;
              props.onDrag({ handle, steps, done: true });
            }}
            onPointerCancel={() => {
              from.current?.hand?.drop();
              from.current = null;
              props.onDrag({ handle: first, steps: 0, done: true });
            }}
            onKeyDown={(event) => {
              const axis = event.key === "ArrowLeft" || event.key === "ArrowRight" ? "x" : event.key === "ArrowUp" || event.key === "ArrowDown" ? "y" : null;
              const handle = axis && mine.find((h) => h.axis === axis);
              if (!handle) return;
              event.preventDefault();
              const away = event.key === "ArrowRight" || event.key === "ArrowDown" ? 1 : -1;
              props.onNudge(handle, away * Math.sign(handle.per), event.shiftKey);
            }}
          />
        );
      })}
    </>
  );
}

// Of a drawing with more parts than these the first are named.
const MOST_HEARD = 24;

/** What lies where, for who hears it: every part once, from the top and from the left. */
function described(view: View): string {
  const at = new Map<string, { top: number; left: number }>();
  for (const { label, points, kind } of view.shapes) {
    if (!label || kind === "text" || at.has(label)) continue;
    at.set(label, { top: Math.min(...points.map(([, y]) => y as number)), left: Math.min(...points.map(([x]) => x as number)) });
  }
  const order = [...at].sort(([, a], [, b]) => a.top - b.top || a.left - b.left).map(([label]) => label);
  const more = order.length > MOST_HEARD ? `, and ${order.length - MOST_HEARD} more` : "";
  return `From the top: ${order.slice(0, MOST_HEARD).join("; ")}${more}.`;
}
