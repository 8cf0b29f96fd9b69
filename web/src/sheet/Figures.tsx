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

/** Those that matter most stand large and first; up to so many more are open, a longer list is folded. */
const LARGE = 3;
const MOST_OPEN = 5;
const KINDS = { length: "Lengths", quantity: "Weights and loads", count: "How many" } as const;

/** The figures of a stage, by what they are for; each opens. */
export const Figures = memo(function Figures({ figures, names, ...rest }: Props) {
  const there = names.flatMap((name) => figures[name] ?? []);
  const more = there.slice(LARGE);
  const groups = (Object.keys(KINDS) as Figure["kind"][]).map((kind) => [kind, more.filter((f) => f.kind === kind)] as const).filter(([, found]) => found.length > 0);
  return (
    <section className="px-3 pb-3" aria-label="Figures">
      <h2 className="border-b border-ink pb-0.5 font-semibold">Figures</h2>
      <ul>
        {there.slice(0, LARGE).map((figure) => (
          <Row key={figure.name} figure={figure} large {...rest} />
        ))}
      </ul>
      {more.length > 0 && (
        <details open={more.length <= MOST_OPEN} className="mt-2">
          <summary className="cursor-pointer text-soft">{more.length === 1 ? "One more" : `${more.length} more`}</summary>
          {groups.map(([kind, found]) => (
            <section key={kind} aria-label={KINDS[kind]}>
              <h3 className="mt-1.5 text-[12.5px] font-semibold">{KINDS[kind]}</h3>
              <ul>
                {found.map((figure) => (
                  <Row key={figure.name} figure={figure} {...rest} />
                ))}
              </ul>
            </section>
          ))}
        </details>
      )}
    </section>
  );
});

const Row = memo(function Row({ figure, unit, large = false, onOpen, onPoint }: { figure: Figure; large?: boolean } & Omit<Props, "figures" | "names">) {
  return (
    <li>
      <button
        type="button"
        data-open={figure.name}
        className={`flex w-full items-baseline justify-between gap-2 border-b border-dotted border-rule text-left hover:bg-act-wash ${large ? "py-1.5" : "py-[3px]"}`}
        onClick={() => onOpen(figure.name)}
        onPointerEnter={() => onPoint(figure.parts.at(-1) ?? null)}
        onPointerLeave={() => onPoint(null)}
      >
        <span className={`leading-snug ${large ? "" : "text-soft"}`}>
          {figure.label}
          <Rounded figure={figure} unit={unit} />
        </span>
        <span className={large ? "text-[20px]" : "text-[15px]"}>
          <Value figure={figure} unit={unit} />
        </span>
      </button>
    </li>
  );
});

/** A length as it is marked; a load or weight lighter, with its unit; a number of things as so many times. */
function Value({ figure, unit }: { figure: Figure; unit: Unit }) {
  if (figure.shown) return <Length shown={figure.shown} unit={unit} />;
  if (figure.quantity) return <span className="fig font-normal!">{figure.quantity[unit === "mm" ? "mm" : "inch"]}</span>;
  return (
    <span className="fig">
      {figure.count}
      <span className="unit"> ×</span>
    </span>
  );
}

/** Said beside a figure that has to fit, where rounding for the eye moves it by more than its tolerance. */
export function Rounded({ figure, unit }: { figure: Figure | undefined; unit: Unit }) {
  if (!figure || (figure.rounding !== "both" && figure.rounding !== unit)) return null;
  return <span className="block text-[12px] text-caution">rounded by more than its tolerance: open it for the exact figure</span>;
}

/** Sums that, each line rounded for the eye, do not add up as they stand here. */
export function Uneven({ sums, unit, onOpen }: { sums: Plan["uneven"]; unit: Unit; onOpen: Props["onOpen"] }) {
  const here = sums.filter((sum) => sum.misses === "both" || sum.misses === unit);
  if (here.length === 0) return null;
  return (
    <details className="px-3 pb-2 text-[12.5px] leading-snug text-soft">
      <summary className="cursor-pointer">Each number is rounded for itself: {here.length === 1 ? "one sum does" : `${here.length} sums do`} not add up as shown</summary>
      <ul>
        {here.map((sum) => (
          <li key={sum.figure}>
            <button type="button" className="text-left text-act hover:underline" onClick={() => onOpen(sum.figure)}>
              {sum.label} = {sum.line}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
