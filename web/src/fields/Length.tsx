import type { Say, Shown, Unit } from "../api/types";

/** A length for the eye: tabular figures, real stacked fractions. Read aloud or copied it is "25 3/16 in". */
export function Length({ shown, unit, bare = false, approx = false }: { shown: Shown; unit: Unit; bare?: boolean; approx?: boolean }) {
  const exact = unit === "mm" ? shown.mm_exact : shown.inch_exact;
  return (
    <span className="fig">
      {approx && !exact && "≈ "}
      {shown.minus && "−"}
      {unit === "mm" ? shown.mm : <Inches shown={shown} />}
      {!bare && <span className="unit"> {unit}</span>}
    </span>
  );
}

function Inches({ shown }: { shown: Shown }) {
  const { whole, num, den } = shown.inch;
  return (
    <>
      {(whole !== 0 || num === 0) && whole}
      {whole !== 0 && num !== 0 && " "}
      {num !== 0 && (
        <span className="frac">
          <span>{num}</span>
          <span className="sr-only">/</span>
          <span>{den}</span>
        </span>
      )}
    </>
  );
}

/** The same as plain text without unit, as it would be typed. */
export function lengthText(shown: Shown, unit: Unit): string {
  const sign = shown.minus ? "-" : "";
  if (unit === "mm") return sign + shown.mm;
  const { whole, num, den } = shown.inch;
  const fraction = num ? `${num}/${den}` : "";
  return sign + (whole && fraction ? `${whole} ${fraction}` : fraction || String(whole));
}

export function plainLength(shown: Shown, unit: Unit): string {
  return `${lengthText(shown, unit)} ${unit}`;
}

/** A sentence with lengths in it. */
export function Sentence({ say, unit }: { say: Say; unit: Unit }) {
  return (
    <>
      {say.map((bit, i) => (typeof bit === "string" ? bit : <Length key={i} shown={bit} unit={unit} />))}
    </>
  );
}

export function plainSay(say: Say, unit: Unit): string {
  return say.map((bit) => (typeof bit === "string" ? bit : plainLength(bit, unit))).join("");
}
