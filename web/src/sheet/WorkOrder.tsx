import { memo, useState } from "react";
import { Link } from "wouter";
import { Eye, Hourglass } from "lucide-react";
import type { Plan, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { later } from "../parts/later";
import { useLastTime } from "../records/useRecords";

const ReadyDialog = later(() => import("../days/ReadyDialog").then((m) => m.ReadyDialog));

/** The order of work: what to do, what to look at before going on, what to wait for, what to mind. */
export const WorkOrder = memo(function WorkOrder({ piece, plan, unit, onPoint }: { piece: { id: string; name: string }; plan: Plan; unit: Unit; onPoint: (part: string | null) => void }) {
  const [ready, setReady] = useState(false);
  const lastTime = useLastTime(piece.id);
  return (
    <section className="p-3 pt-1" aria-label="Order of work">
      <h2 className="mb-1.5 border-b border-rule pb-0.5 font-semibold">Order of work</h2>
      <p className="mb-2 flex flex-wrap gap-2">
        <button type="button" className="btn py-0.5" onClick={() => setReady(true)}>
          When is it ready?
        </button>
        <Link to={`/pieces/${piece.id}/bench`} className="btn py-0.5">
          At the bench
        </Link>
      </p>
      {ready && <ReadyDialog piece={piece} onClose={() => setReady(false)} />}
      <ol className="space-y-2">
        {plan.steps.map((step, i) => (
          <li key={step.key} className="grid grid-cols-[1.6rem_1fr] leading-snug" onPointerEnter={() => onPoint(step.parts[0] ?? null)} onPointerLeave={() => onPoint(null)}>
            <span className="fig text-soft">{i + 1}</span>
            <div>
              <span className="font-semibold">{step.title}. </span>
              <Sentence say={step.say} unit={unit} />
              {step.gate && (
                <span className="mt-0.5 flex items-center gap-1 text-[12.5px] font-semibold text-act">
                  <Eye size={14} aria-hidden /> Look before going on
                </span>
              )}
              {step.wait_minutes > 0 && (
                <span className="mt-0.5 flex items-center gap-1 text-[12.5px] text-soft">
                  <Hourglass size={13} aria-hidden /> then wait {step.wait_minutes % 60 === 0 ? `${step.wait_minutes / 60} h` : `${step.wait_minutes} min`}
                </span>
              )}
              {lastTime.data
                ?.filter((told) => told.step === step.key)
                .map((told, n) => (
                  <span key={n} className="mt-0.5 block border-l-2 border-l-act pl-1.5 text-[12.5px]">
                    <b>Last time</b>, {told.what.toLowerCase()}: {told.text}
                  </span>
                ))}
              {step.care && <span className="mt-0.5 block text-[12.5px] text-caution">Take care: {step.care}</span>}
            </div>
          </li>
        ))}
      </ol>
      <p className="mt-3 text-[12.5px] text-soft">Follow the makers’ instructions, local codes and licensed trades.</p>
    </section>
  );
});
