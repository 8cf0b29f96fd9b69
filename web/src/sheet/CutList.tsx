import { memo } from "react";
import type { Plan, Unit } from "../api/types";
import { Length, Sentence } from "../fields/Length";
import { Rounded } from "./Figures";

interface Props {
  plan: Plan;
  unit: Unit;
  lit: ReadonlySet<string>;
  onPoint: (part: string | null) => void;
  onOpen: (figure: string) => void;
}

/** The cut list, and how the rails lie in the stock lengths. */
export const CutList = memo(function CutList({ plan, unit, lit, onPoint, onOpen }: Props) {
  return (
    <div className="scroll h-full bg-sheet px-3 pb-2" tabIndex={0} aria-label="Cut list" role="region">
      <table className="w-full text-[13.5px]">
        <thead className="sticky top-0 bg-sheet text-left text-[12.5px] text-soft">
          <tr className="border-b-2 border-ink">
            <th className="w-10 py-1 text-right font-medium">No.</th>
            <th className="py-1 pl-3 font-medium">Part</th>
            <th className="py-1 font-medium">Material</th>
            <th className="py-1 pl-4 text-right font-medium">Length</th>
            <th className="py-1 pl-4 text-right font-medium">Short point</th>
          </tr>
        </thead>
        <tbody>
          {plan.cuts.map((line) => (
            <tr
              key={line.key}
              data-cut={line.key}
              className={`border-b border-rule align-baseline ${line.parts.some((p) => lit.has(p)) ? "bg-act-wash" : ""}`}
              onPointerEnter={() => onPoint(line.parts[0] ?? null)}
              onPointerLeave={() => onPoint(null)}
            >
              <td className="fig py-1 text-right">{line.count} ×</td>
              <td className="py-1 pl-3 leading-snug">
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
                  <span className="block text-[12px] text-soft">
                    <Sentence say={line.section} unit={unit} />
                  </span>
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
                      <Rounded figure={figure ? plan.figures[figure] : undefined} unit={unit} />
                    </button>
                  )}
                </td>
              ))}
            </tr>
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
    </div>
  );
});
