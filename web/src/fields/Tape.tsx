import type { Read } from "../api/types";

const WIDTH = 232;
const HEIGHT = 34;
const MM_PER_INCH = 25.4;

/** A short strip of tape around a reading, to be held against the tape in the hand. Drawing only: it decides nothing. */
export function Tape({ read }: { read: Read }) {
  const inch = read.unit === "in";
  const span = inch ? 3 * MM_PER_INCH : 70;
  const from = read.mm - span / 2;
  const step = inch ? MM_PER_INCH / 16 : 1;
  const x = (mm: number) => ((mm - from) / span) * WIDTH;
  const ticks = [];
  for (let i = Math.ceil(from / step); i * step <= from + span; i++) {
    if (i < 0) continue;
    const tall = inch ? inchTick(i) : i % 10 === 0 ? 15 : i % 5 === 0 ? 10 : 6;
    ticks.push(<line key={i} x1={x(i * step)} x2={x(i * step)} y1={0} y2={tall} stroke="var(--color-ink)" strokeWidth={i % (inch ? 16 : 10) === 0 ? 1.1 : 0.6} />);
    if (i % (inch ? 16 : 10) === 0) {
      ticks.push(
        <text key={`n${i}`} x={x(i * step) + 2} y={25} fontSize={10.5} fontWeight={600} fill="var(--color-ink)" style={{ fontStretch: "80%" }}>
          {inch ? i / 16 : i}
        </text>,
      );
    }
  }
  const mark = x(read.mm);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="paper block w-full border border-rule bg-[#f3e6a9]" role="img" aria-label={`tape at the reading, ${inch ? "inches" : "millimetres"}`}>
      {ticks}
      {read.give && <rect x={mark - x(from + read.division_mm / 2)} width={2 * x(from + read.division_mm / 2)} y={0} height={HEIGHT} fill="var(--color-act)" opacity={0.16} />}
      <line x1={mark} x2={mark} y1={0} y2={HEIGHT} stroke="var(--color-stop)" strokeWidth={1.4} />
      <path d={`M${mark - 4} ${HEIGHT} h8 l-4 -6 z`} fill="var(--color-stop)" />
    </svg>
  );
}

function inchTick(i: number): number {
  if (i % 16 === 0) return 17;
  if (i % 8 === 0) return 13;
  if (i % 4 === 0) return 10;
  return i % 2 === 0 ? 7 : 5;
}
