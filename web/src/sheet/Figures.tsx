import { memo } from "react";
import type { Figure, Plan, Unit } from "../api/types";
import { Length } from "../fields/Length";

interface Props {
  plan: Plan;
  names: string[];
  unit: Unit;
  onOpen: (figure: string) => void;
  onPoint: (part: string | null) => void;
}

/** The figures that matter at a stage; each opens. */
export const Figures = memo(function Figures({ plan, names, unit, onOpen, onPoint }: Props) {
  return (
    <section className="px-3 pb-3" aria-label="Figures">
      <h2 className="border-b border-ink pb-0.5 font-semibold">Figures</h2>
      <ul>
        {names.map((name) => {
          const figure = plan.figures[name];
          if (!figure) return null;
          return (
            <li key={name}>
              <button
                type="button"
                data-open={name}
                className="flex w-full items-baseline justify-between gap-2 border-b border-dotted border-rule py-[3px] text-left hover:bg-act-wash"
                onClick={() => onOpen(name)}
                onPointerEnter={() => onPoint(figure.parts.at(-1) ?? null)}
                onPointerLeave={() => onPoint(null)}
              >
                <span className="leading-snug text-soft">
                  {figure.label}
                  <Rounded figure={figure} unit={unit} />
                </span>
                <span className="text-[15px]">{figure.shown ? <Length shown={figure.shown} unit={unit} bare /> : <span className="fig">{figure.quantity ? figure.quantity[unit === "mm" ? "mm" : "inch"] : figure.count}</span>}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
});

/** Said beside a figure that has to fit, where rounding for the eye moves it by more than its tolerance. */
export function Rounded({ figure, unit }: { figure: Figure | undefined; unit: Unit }) {
  if (!figure || (figure.rounding !== "both" && figure.rounding !== unit)) return null;
  return <span className="block text-[12px] text-caution">rounded by more than its tolerance: open it for the exact figure</span>;
}
