import { memo, useState } from "react";
import { Link } from "wouter";
import { Eye, Hourglass } from "lucide-react";
import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import type { Input, Plan } from "../api/types";
import { Sentence } from "../fields/Length";
import { rowOf, type Asking } from "../inputs/StageInputs";
import { timeSaid } from "../parts/dates";
import { later } from "../parts/later";
import { useLastTime } from "../records/useRecords";
import { AsItIs, Opened, useRows } from "./Rows";

const ReadyDialog = later(() => import("../days/ReadyDialog").then((m) => m.ReadyDialog));

/** The row of a step, by its key. */
export const ROW = "step:";
const HINT = "Left out, sent out, or a step of your own after it";

/** Whether a row is that of a step, and not of a part. */
export function ofStep(row: string): boolean {
  return row.startsWith(ROW);
}

interface Props extends Asking {
  piece: { id: string; name: string };
  plan: Plan;
  inputs: Input[];
}

/** The order of work: what to do, what to look at before going on, what to wait for, what to mind; each step may be left out, done elsewhere, or followed by one’s own. */
export const WorkOrder = memo(function WorkOrder({ piece, plan, inputs, ...asking }: Props) {
  const { unit, onPoint } = asking;
  const [ready, setReady] = useState(false);
  const rows = useRows(
    inputs.filter((i) => ofStep(rowOf(i))),
    asking,
  );
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
      {!ownWay(plan) && <TheirWay piece={piece.id} onEdit={asking.onEdit} />}
      <ol className="space-y-2">
        {plan.steps.map((step, i) => (
          <li key={step.key} className="grid grid-cols-[1.6rem_1fr] leading-snug" onPointerEnter={() => onPoint(step.parts[0] ?? null)} onPointerLeave={() => onPoint(null)}>
            <span className="fig text-soft">{i + 1}</span>
            <div>
              <span className="font-semibold">{step.title}. </span>
              <span className="float-right ml-1">
                <AsItIs row={ROW + step.key} name={step.title} hint={HINT} rows={rows} />
              </span>
              <Sentence say={step.say} unit={unit} />
              {step.gate && (
                <span className="mt-0.5 flex items-center gap-1 text-[12.5px] font-semibold text-act">
                  <Eye size={14} aria-hidden /> Look before going on
                </span>
              )}
              {step.wait_minutes > 0 && (
                <span className="mt-0.5 flex items-center gap-1 text-[12.5px] text-soft">
                  <Hourglass size={13} aria-hidden /> then wait {timeSaid(step.wait_minutes)}
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
              <Opened row={ROW + step.key} rows={rows} within="mt-1" />
            </div>
          </li>
        ))}
      </ol>
      {plan.left_out.length > 0 && (
        <section aria-label="Steps left out" className="mt-3">
          <h3 className="border-b border-rule pb-0.5 text-[13px] font-semibold">Left out</h3>
          <ul className="text-[13px] leading-snug text-soft">
            {plan.left_out.map((gone) => (
              <li key={gone.key} className="grid grid-cols-[1fr_1.5rem] border-b border-rule py-0.5">
                <span>
                  {gone.title}
                  {gone.why && `: ${gone.why}`}
                </span>
                <AsItIs row={ROW + gone.key} name={gone.title} hint={HINT} rows={rows} />
                <Opened row={ROW + gone.key} rows={rows} within="col-span-2" />
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="mt-3 text-[12.5px] text-soft">Follow the makers’ instructions, local codes and licensed trades.</p>
    </section>
  );
});

/** Whether a job was made one’s own: a step put in, left out or sent out. */
function ownWay(plan: Plan): boolean {
  return plan.left_out.length > 0 || plan.steps.some((step) => step.key.startsWith("own.") || step.key.endsWith(".away"));
}

/** How the last of its kind was made in somebody’s own way, to be taken over at a press. */
function TheirWay({ piece, onEdit }: { piece: string; onEdit: Asking["onEdit"] }) {
  const found = useQuery({
    queryKey: ["own-way", piece],
    queryFn: ({ signal }) => unwrap(api.GET("/api/pieces/{piece_id}/own-way", { params: { path: { piece_id: piece } }, signal })),
    staleTime: 60_000,
  });
  const last = found.data?.[0];
  if (!last) return null;
  const { steps, left, sent } = last.way;
  const told = [...steps.map((s) => s.title), left.length > 0 && `${left.length} left out`, sent.length > 0 && `${sent.length} sent out`].filter(Boolean);
  return (
    <p className="mb-2 border-l-2 border-l-act pl-1.5 text-[12.5px] leading-snug">
      <b>{last.name}</b> was made its own way: {told.join(", ")}.{" "}
      <button type="button" className="text-act underline" onClick={() => onEdit([{ op: "own_way", way: last.way }])}>
        Do it so here
      </button>
    </p>
  );
}
