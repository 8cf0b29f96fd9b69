import { ArrowRight, Check as Tick } from "lucide-react";
import { memo, useState } from "react";
import type { Check, Preview, TriedWay, Unit } from "../api/types";
import { Length, Sentence } from "../fields/Length";
import { Severity } from "../parts/Severity";
import type { PieceWork } from "../piece/usePiece";
import type { LookedAt } from "./Looked";

interface Props {
  checks: Check[];
  /** The ways out that hold, by the check's key; undefined while they are being tried. */
  ways: Record<string, TriedWay[]> | undefined;
  unit: Unit;
  looked: LookedAt | null;
  onLook: (next: Omit<LookedAt, "preview">) => Promise<void>;
  onLeave: () => void;
  onEdit: PieceWork["edit"];
  onPoint: (part: string | null) => void;
  onOpen: (figure: string) => void;
}

const EDGE = { stop: "border-l-stop bg-stop-wash", caution: "border-l-caution bg-caution-wash", note: "border-l-rule bg-sheet" } as const;

/** What a colleague would say, worst first, with the ways out; looking at one shows what it would do. */
export const Checks = memo(function Checks(props: Props) {
  const { looked } = props;
  if (props.checks.length === 0) {
    return (
      <p className="flex items-center gap-1.5 p-3 font-semibold text-moss">
        <Tick size={16} aria-hidden /> Nothing stands in the way.
      </p>
    );
  }
  return (
    <ul className="space-y-2 p-3" aria-label="Checks">
      {props.checks.map((check) => (
        <li
          key={check.key}
          data-check={check.key}
          className={`border-l-4 px-2.5 py-2 ${EDGE[check.severity]}`}
          onPointerEnter={() => props.onPoint(check.parts[0] ?? null)}
          onPointerLeave={() => props.onPoint(null)}
        >
          <Severity of={check.severity} />
          <p className="mt-0.5 leading-snug">
            <Sentence say={check.say} unit={props.unit} />
          </p>
          <details className="mt-1 text-[12.5px] leading-snug text-soft">
            <summary className="cursor-pointer">Why</summary>
            <p className="mt-0.5">
              <Sentence say={check.why} unit={props.unit} />
            </p>
            <p className="mt-0.5">
              {check.source.text} ({check.source.standing})
            </p>
            {check.figure && (
              <button type="button" className="mt-0.5 text-act underline" onClick={() => check.figure && props.onOpen(check.figure)}>
                Open the sum
              </button>
            )}
          </details>
          {(check.severity === "stop" || check.override) && <TakeOn check={check} onEdit={props.onEdit} />}
          <Tried check={check} ways={props.ways} />
          {props.ways?.[check.key]?.map((way, i) => {
            const open = looked?.check === check.key && looked.index === i;
            return (
              <div key={i} className="mt-1.5">
                <button type="button" className={`btn w-full items-start text-left whitespace-normal leading-snug text-act ${open ? "border-act" : ""}`} aria-expanded={open} onClick={() => (open ? props.onLeave() : void props.onLook({ check: check.key, index: i, say: way.say, edits: way.edits }))}>
                  <ArrowRight size={15} className="mt-0.5 shrink-0" aria-hidden />
                  <span>
                    <Sentence say={way.say} unit={props.unit} />
                  </span>
                </button>
                {open && (
                  <WayPreview
                    preview={looked.preview}
                    unit={props.unit}
                    onLeave={props.onLeave}
                    onTake={() => props.onEdit(way.edits)}
                  />
                )}
              </div>
            );
          })}
        </li>
      ))}
    </ul>
  );
});

/** What is said where no way out is offered: they are still being tried, or none holds. */
function Tried({ check, ways }: { check: Check; ways: Props["ways"] }) {
  if (!ways) return check.ways.length > 0 && <p className="mt-1.5 text-[12.5px] text-soft">Trying the ways out…</p>;
  if (check.severity !== "stop" || ways[check.key]) return null;
  return <p className="mt-1.5 text-[12.5px] leading-snug text-soft">No single change mends this without another stop. Mend the others first, or read again what it hangs on.</p>;
}

/** A stop taken on by name, with the reason, which is kept and printed; or no longer. */
function TakeOn({ check, onEdit }: { check: Check; onEdit: Props["onEdit"] }) {
  const [open, setOpen] = useState(false);
  const [who, setWho] = useState("");
  const [why, setWhy] = useState("");
  const [faults, setFaults] = useState<{ pointer: string; message: string }[]>([]);
  if (check.override) {
    return (
      <button type="button" className="mt-1 text-[12.5px] text-act underline" onClick={() => onEdit([{ op: "give_up", check: check.key }])}>
        Remove the override
      </button>
    );
  }
  if (!open) {
    return (
      <button type="button" className="mt-1 text-[12.5px] text-act underline" onClick={() => setOpen(true)}>
        Override, with your name and reason…
      </button>
    );
  }
  const said = (pointer: string) => faults.find((f) => f.pointer === pointer);
  const field = (label: string, pointer: string, value: string, set: (text: string) => void) => (
    <label className="mt-1 block text-[12.5px]">
      {label}
      <input className="field mt-0.5" value={value} aria-invalid={said(pointer) ? true : undefined} maxLength={pointer.endsWith("who") ? 120 : 1000} onChange={(event) => set(event.target.value)} />
      {said(pointer) && (
        <span role="alert" className="block text-stop">
          {said(pointer)?.message}
        </span>
      )}
    </label>
  );
  return (
    <form
      className="mt-1 border border-act bg-sheet p-2"
      aria-label="Override the stop"
      onSubmit={(event) => {
        event.preventDefault();
        onEdit([{ op: "take_on", check: check.key, who, why }], false, (problem) => {
          setFaults(problem ? problem.faults : []);
          if (!problem) setOpen(false);
        });
      }}
    >
      {field("Your name", "/overrides/who", who, setWho)}
      {field("Reason: it is kept and printed", "/overrides/why", why, setWhy)}
      <div className="mt-2 flex gap-2">
        <button type="submit" className="btn btn-act">
          Override
        </button>
        <button type="button" className="btn" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </div>
    </form>
  );
}

function WayPreview({ preview, unit, onTake, onLeave }: { preview: Preview; unit: Unit; onTake: () => void; onLeave: () => void }) {
  return (
    <div className="border border-t-0 border-act bg-sheet p-2 text-[12.5px]" role="region" aria-label="What it would do">
      <table className="w-full">
        <tbody>
          {preview.changes.slice(0, 7).map((c) => (
            <tr key={c.figure}>
              <td className="pr-2 leading-snug text-soft">{c.label}</td>
              <td className="text-right">{c.before && <Length shown={c.before} unit={unit} bare />}</td>
              <td className="px-1 text-soft">→</td>
              <td className="text-right">{c.after && <Length shown={c.after} unit={unit} bare />}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {preview.changes.length > 7 && <p className="text-soft">and {preview.changes.length - 7} more</p>}
      {preview.mended.length > 0 && <p className="mt-1 font-semibold text-moss">Mends {preview.mended.length === 1 ? "this" : `${preview.mended.length} checks`}.</p>}
      {preview.brought.map((say, i) => (
        <p key={i} className="mt-1 text-caution">
          But: <Sentence say={say} unit={unit} />
        </p>
      ))}
      <div className="mt-2 flex gap-2">
        <button type="button" className="btn btn-act" onClick={onTake}>
          Do it
        </button>
        <button type="button" className="btn" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </div>
  );
}
