import { memo } from "react";
import type { CutLine, Input, Plan } from "../api/types";
import { Length, Sentence } from "../fields/Length";
import { rowOf, type Asking } from "../inputs/StageInputs";
import { usePointed } from "../parts/pointed";
import { Rounded } from "./Figures";
import { AsItIs, Opened, useRows, type Rows } from "./Rows";
import { ofStep } from "./WorkOrder";

interface Props extends Asking {
  plan: Plan;
  inputs: Input[];
  onOpen: (figure: string) => void;
}

/** The cut list, and how the rails lie in the stock lengths. */
export const CutList = memo(function CutList({ plan, inputs, onOpen, ...asking }: Props) {
  const { unit, onPoint } = asking;
  const rows = useRows(
    inputs.filter((i) => !ofStep(rowOf(i))),
    asking,
  );
  return (
    <div className="scroll overflow-x-auto bg-sheet px-3 pb-2 desk:h-full desk:overflow-y-auto" tabIndex={0} aria-label="Cut list" role="region">
      <table className="w-full text-[13.5px]">
        <thead className="sticky top-0 bg-sheet text-left text-[12.5px] text-soft">
          <tr className="border-b-2 border-ink">
            <th className="w-10 py-1 text-right font-medium">No.</th>
            <th className="py-1 pl-3 font-medium">Part</th>
            <th className="py-1 font-medium">Material</th>
            <th className="py-1 pl-4 text-right font-medium">Length</th>
            <th className="py-1 pl-4 text-right font-medium">Short point</th>
            <th className="w-7">
              <span className="sr-only">As it is</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {plan.cuts.map((line) => (
            <Line key={line.key} line={line} rows={rows} figures={plan.figures} unit={unit} onPoint={onPoint} onOpen={onOpen} />
          ))}
        </tbody>
      </table>
      {plan.leftovers.map((left, i) => (
        <p key={i} className="mt-1.5 text-[13px]">
          Back to stock: <Sentence say={left} unit={unit} />.
        </p>
      ))}
      {plan.stock.map((bar) => (
        <p key={bar.number} className="mt-1.5 text-[13px]">
          Length {bar.number}: {bar.pieces.join(", ")}; used <Length shown={bar.used} unit={unit} />, left <Length shown={bar.left} unit={unit} />
          {bar.keep && " (back to stock with a tag)"}.
        </p>
      ))}
      <ToGet plan={plan} rows={rows} unit={unit} onPoint={onPoint} />
    </div>
  );
});

const COMES = [
  ["number", "To get"],
  ["there", "There already"],
  ["came", "Came with the frame"],
  ["hand", "At hand"],
] as const;

/** What has to be there besides what is cut, by where it comes from; and what the job itself finds wrong with it. */
function ToGet({ plan, rows, unit, onPoint }: { rows: Rows } & Pick<Props, "plan" | "unit" | "onPoint">) {
  const listed = new Set([...plan.cuts, ...plan.to_get].map((one) => one.key));
  const out = [...rows.asked].filter(([row]) => !listed.has(row));
  return (
    <section aria-label="Things to get" className="mt-3">
      {plan.faults.map((fault) => (
        <p key={fault} className="mb-1.5 text-[13px] text-caution">
          {fault}.
        </p>
      ))}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(15rem,1fr))] gap-x-6">
        {COMES.map(([comes, title]) => {
          const parts = plan.to_get.filter((part) => part.comes === comes);
          if (!parts.length) return null;
          return (
            <div key={comes} className="mb-2">
              <h3 className="border-b border-ink pb-0.5 text-[13px] font-semibold">{title}</h3>
              <ul className="text-[13px] leading-snug">
                {parts.map((part) => (
                  <li
                    key={part.key}
                    data-part={part.key}
                    className="grid grid-cols-[2.2rem_1fr_1.5rem] gap-x-2 border-b border-rule py-0.5"
                    onPointerEnter={() => onPoint(part.lights[0] ?? null)}
                    onPointerLeave={() => onPoint(null)}
                  >
                    <span className="fig text-right">{part.count > 1 ? `${part.count} ×` : ""}</span>
                    <span>
                      {part.name}
                      <span className="text-soft">
                        {part.material && `, ${part.material}`}
                        {part.size.length > 0 && (
                          <>
                            , <Sentence say={part.size} unit={unit} />
                          </>
                        )}
                        {part.note.length > 0 && (
                          <>
                            ; <Sentence say={part.note} unit={unit} />
                          </>
                        )}
                      </span>
                    </span>
                    <AsItIs row={part.key} name={part.name} hint={HINT} rows={rows} />
                    <Opened row={part.key} rows={rows} within="col-span-3" />
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
        {out.length > 0 && (
          <div className="mb-2">
            <h3 className="border-b border-ink pb-0.5 text-[13px] font-semibold">Left out</h3>
            <ul className="text-[13px] leading-snug">
              {out.map(([row, inputs]) => (
                <li key={row} data-part={row} className="grid grid-cols-[2.2rem_1fr_1.5rem] gap-x-2 border-b border-rule py-0.5 text-soft">
                  <span />
                  {inputs[0]?.group}
                  <AsItIs row={row} name={inputs[0]?.group ?? row} hint={HINT} rows={rows} />
                  <Opened row={row} rows={rows} within="col-span-3" />
                </li>
              ))}
            </ul>
          </div>
        )}
      </div>
    </section>
  );
}

const HINT = "There already, got, or left out";

function Line({ line, rows, figures, unit, onPoint, onOpen }: { line: CutLine; rows: Rows; figures: Plan["figures"] } & Pick<Props, "unit" | "onPoint" | "onOpen">) {
  const pointed = usePointed(line.parts);
  return (
    <>
    <tr
      data-cut={line.key}
      className={`border-b border-rule align-baseline ${pointed ? "bg-act-wash" : ""}`}
      onPointerEnter={() => onPoint(line.parts[0] ?? null)}
      onPointerLeave={() => onPoint(null)}
    >
      <td className="fig py-1 text-right">{line.count} ×</td>
      <td className={`py-1 pr-1 leading-snug ${line.opening ? "pl-7" : "pl-3"}`}>
        {line.part}
        {line.note.length > 0 && (
          <span className="block text-[12px] text-soft">
            <Sentence say={line.note} unit={unit} />
          </span>
        )}
      </td>
      <td className="py-1 pr-2 leading-snug">
        {line.material}
        {line.section.length > 0 && (
          <button type="button" className="block text-left text-[12px] text-soft enabled:hover:text-act" disabled={!line.width_figure} onClick={() => line.width_figure && onOpen(line.width_figure)}>
            <Sentence say={line.section} unit={unit} />
          </button>
        )}
      </td>
      {[
        [line.length, line.figure] as const,
        [line.short, line.short_figure] as const,
      ].map(([shown, figure], i) => (
        <td key={i} className="py-1 pl-4 text-right text-[15px]">
          {shown && (
            <button type="button" className="hover:text-act" onClick={() => figure && onOpen(figure)}>
              <Length shown={shown} unit={unit} />
              <Rounded figure={figure ? figures[figure] : undefined} unit={unit} />
            </button>
          )}
        </td>
      ))}
      <td className="py-1 text-right">
        <AsItIs row={line.key} name={line.part} hint={HINT} rows={rows} />
      </td>
    </tr>
    {rows.open === line.key && (
      <tr>
        <td colSpan={6}>
          <Opened row={line.key} rows={rows} within="" />
        </td>
      </tr>
    )}
    </>
  );
}
