import { Plus } from "lucide-react";
import { useState, type MouseEvent } from "react";
import type { Figure, Plan, Ruler, StageKey, Unit, View } from "../api/types";
import { Length } from "../fields/Length";
import type { Laid } from "./layout";

/** What is typed over: a figure that stands, a place that was not read yet, or a station of one's own on a ruler. */
export type Place = { figure: Figure } | { pointer: string; label: string } | { side: string; at: number; label: string };

interface Props {
  plan: Plan;
  view: View;
  stage: StageKey;
  unit: Unit;
  laid: Laid;
  /** Whether the tab stop of the drawing is among these. */
  first: boolean;
  onPoint: (part: string | null) => void;
  onOpen: (figure: string) => void;
  editor: (place: Place, close: () => void) => React.ReactNode;
}

/** Figures that stand at a point, places still to be read, and rulers where a station can be put anywhere. */
export function Marks({ first, plan, view, stage, unit, laid, onPoint, onOpen, editor }: Props) {
  const [editing, setEditing] = useState<{ key: string; place: Place; x: number; y: number } | null>(null);
  const at = (x: number, y: number) => ({ left: laid.left + x * laid.scale, top: laid.top + y * laid.scale });
  const marks = view.marks.filter((m) => m.stages.includes(stage));
  const spots = view.spots.filter((s) => s.stages.includes(stage));
  const rulers = view.rulers.filter((r) => r.stages.includes(stage));
  return (
    <>
      {rulers.map((r) => (
        <Rule key={r.pointer} ruler={r} laid={laid} onPick={(share, x, y) => setEditing({ key: r.pointer, place: { side: r.pointer, at: share, label: `${r.axis === "y" ? "Width" : "Height"}, ${share / 10} % ${r.axis === "y" ? "down" : "across"}` }, x, y })} />
      ))}
      {marks.map((m, i) => {
        const figure = plan.figures[m.figure];
        if (!figure?.shown) return null;
        const input = figure.edit !== null;
        return (
          <button
            key={m.figure}
            type="button"
            data-figure={m.figure}
            tabIndex={first && i === 0 ? 0 : -1}
            style={at(m.x, m.y)}
            title={input ? `${figure.label}: click to type over` : `${figure.label}: click to see the sum`}
            className={`absolute z-10 -translate-x-1/2 -translate-y-1/2 bg-sheet/90 px-1 text-[14.5px] leading-[1.3] whitespace-nowrap ${input ? "border-b border-act font-semibold text-act" : "hover:text-act"}`}
            onClick={() => (input ? setEditing({ key: m.figure, place: { figure }, x: m.x, y: m.y }) : onOpen(m.figure))}
            onPointerEnter={() => onPoint(figure.parts.at(-1) ?? null)}
            onPointerLeave={() => onPoint(null)}
          >
            <span className="sr-only">{figure.label} </span>
            <Length shown={figure.shown} unit={unit} bare /> {m.name && <span aria-hidden className="text-[12px] font-normal text-soft">{m.name}</span>}
          </button>
        );
      })}
      {spots.map((s, i) => (
        <button
          key={s.pointer}
          type="button"
          data-spot={s.pointer}
          tabIndex={first && marks.length === 0 && i === 0 ? 0 : -1}
          style={at(s.x, s.y)}
          className={`absolute z-10 flex -translate-x-1/2 -translate-y-1/2 items-center border-dashed bg-sheet/80 text-[12px] text-act hover:bg-act-wash ${s.quiet ? "p-0.5" : "border border-act/60 px-1"}`}
          title={s.quiet ? `Read the ${s.label}` : undefined}
          onClick={() => setEditing({ key: s.pointer, place: { pointer: s.pointer, label: s.label }, x: s.x, y: s.y })}
        >
          <Plus size={11} aria-hidden /> <span className={s.quiet ? "sr-only" : ""}>{s.label}</span>
        </button>
      ))}
      {editing && (
        <div key={editing.key} className="absolute z-30 w-36 -translate-x-1/2 -translate-y-1/2 bg-sheet shadow-sm" style={at(editing.x, editing.y)}>
          {editor(editing.place, () => setEditing(null))}
        </div>
      )}
    </>
  );
}

/** A strip along the object: a click, or Enter at the place the arrow keys chose, reads there. */
function Rule({ ruler, laid, onPick }: { ruler: Ruler; laid: Laid; onPick: (perMille: number, x: number, y: number) => void }) {
  const [share, setShare] = useState(250);
  const [over, setOver] = useState(false);
  const upright = ruler.axis === "y";
  const from = (upright ? laid.top : laid.left) + ruler.start * laid.scale;
  const length = (ruler.end - ruler.start) * laid.scale;
  const base = (upright ? laid.left : laid.top) + ruler.base * laid.scale;
  const box = upright ? { left: base - 20, top: from, width: 18, height: length } : { left: from, top: base - 20, width: length, height: 18 };
  const mid = ruler.start + ((ruler.end - ruler.start) * share) / 1000;
  const shareOf = (event: MouseEvent) => {
    const rect = event.currentTarget.getBoundingClientRect();
    const along = upright ? (event.clientY - rect.top) / rect.height : (event.clientX - rect.left) / rect.width;
    return Math.min(1000, Math.max(0, Math.round(along * 200) * 5));
  };
  const pick = (value: number) => {
    const along = ruler.start + ((ruler.end - ruler.start) * value) / 1000;
    onPick(value, upright ? ruler.base + (ruler.end - ruler.start) * 0.3 : along, upright ? along : ruler.base + (ruler.end - ruler.start) * 0.08);
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      data-ruler={ruler.pointer}
      aria-label={ruler.label}
      aria-orientation={upright ? "vertical" : "horizontal"}
      aria-valuemin={0}
      aria-valuemax={1000}
      aria-valuenow={share}
      aria-valuetext={`${share / 10} %`}
      title={ruler.label}
      className="absolute z-10 cursor-crosshair border border-rule bg-board/60 hover:border-act"
      style={{ ...box, backgroundImage: `repeating-linear-gradient(${upright ? "180deg" : "90deg"}, #b9b09a 0 1px, transparent 1px ${length / 10}px)` }}
      onPointerMove={(event) => {
        setShare(shareOf(event));
        setOver(true);
      }}
      onPointerLeave={() => setOver(false)}
      onFocus={() => setOver(true)}
      onBlur={() => setOver(false)}
      onClick={(event) => pick(shareOf(event))}
      onKeyDown={(event) => {
        const step = { ArrowUp: -10, ArrowLeft: -10, ArrowDown: 10, ArrowRight: 10 }[event.key];
        if (step) {
          event.preventDefault();
          setShare((now) => Math.min(1000, Math.max(0, now + step * (event.shiftKey ? 10 : 1))));
        } else if (event.key === "Enter" || event.key === " ") {
          event.preventDefault();
          pick(share);
        }
      }}
    >
      {over && <span className="absolute bg-act" style={upright ? { left: 0, right: 0, top: (mid - ruler.start) * laid.scale, height: 1.5 } : { top: 0, bottom: 0, left: (mid - ruler.start) * laid.scale, width: 1.5 }} />}
    </div>
  );
}
