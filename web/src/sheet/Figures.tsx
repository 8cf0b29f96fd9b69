import { memo } from "react";
import type { Figure, Plan, Unit } from "../api/types";
import { Length } from "../fields/Length";

interface Props {
  figures: Plan["figures"];
  names: string[];
  unit: Unit;
  onOpen: (figure: string) => void;
  onPoint: (part: string | null) => void;
}

/** The figures that matter at a stage; each opens. */
export const Figures = memo(function Figures({ figures, names, ...rest }: Props) {
  return (
    <section className="px-3 pb-3" aria-label="Figures">
      <h2 className="border-b border-ink pb-0.5 font-semibold">Figures</h2>
      <ul>
        {names.map((name) => {
          const figure = figures[name];
          return figure && <Row key={name} figure={figure} {...rest} />;
        })}
      </ul>
    </section>
  );
});

const Row = memo(function Row({ figure, unit, onOpen, onPoint }: { figure: Figure } & Omit<Props, "figures" | "names">) {
  return (
    <li>
      <button
        type="button"
        data-open={figure.name}
        className="flex w-full items-baseline justify-between gap-2 border-b border-dotted border-rule py-[3px] text-left hover:bg-act-wash"
        onClick={() => onOpen(figure.name)}
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
});

/** Said beside a figure that has to fit, where rounding for the eye moves it by more than its tolerance. */
export function Rounded({ figure, unit }: { figure: Figure | undefined; unit: Unit }) {
  if (!figure || (figure.rounding !== "both" && figure.rounding !== unit)) return null;
  return <span className="block text-[12px] text-caution">rounded by more than its tolerance: open it for the exact figure</span>;
}
