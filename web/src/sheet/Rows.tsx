import { MoreHorizontal } from "lucide-react";
import { useState, type ReactNode } from "react";
import type { Input } from "../api/types";
import { rowOf, RowInputs, type Asking } from "../inputs/StageInputs";

/** What is asked in each row of a list, and the row in which it is open. */
export interface Rows {
  asked: Map<string, Input[]>;
  open: string | null;
  asking: Asking;
  onTurn: (row: string) => void;
}

export function useRows(inputs: Input[], asking: Asking, first: string | null = null): Rows {
  const [open, setOpen] = useState<string | null>(first);
  const asked = Map.groupBy(inputs.filter(rowOf), rowOf);
  // What comes of a press in an open row is looked at next: a step that was put in.
  const [known, setKnown] = useState(asked);
  if (known.size !== asked.size) {
    const come = [...asked.keys()].filter((row) => !known.has(row));
    setKnown(asked);
    if (open !== null && come.length === 1) setOpen(come[0] ?? null);
  }
  return { asked, open, asking, onTurn: (row) => setOpen(open === row ? null : row) };
}

/** Opens what can be said of a row: a part that is there already or left out, a step that is sent out. */
export function AsItIs({ row, name, hint, rows }: { row: string; name: string; hint: string; rows: Rows }) {
  if (!rows.asked.has(row)) return <span />;
  return (
    <button type="button" className="self-start text-soft hover:text-act" aria-expanded={rows.open === row} aria-label={sayHowItIs(name)} title={hint} onClick={() => rows.onTurn(row)}>
      <MoreHorizontal size={15} aria-hidden />
    </button>
  );
}

export function sayHowItIs(name: string): string {
  return `Say how it is: ${name}`;
}

/** What is asked in a row, while it is open. */
export function Opened({ row, rows, within }: { row: string; rows: Rows; within: string }): ReactNode {
  const inputs = rows.asked.get(row);
  if (rows.open !== row || !inputs) return null;
  return (
    <div className={`${within} bg-act-wash/60 px-2 py-1.5`} role="group" aria-label="How it is">
      <RowInputs {...rows.asking} inputs={inputs} />
    </div>
  );
}
