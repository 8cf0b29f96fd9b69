import { Radio, RadioGroup } from "@headlessui/react";
import { useState } from "react";
import type { Difference } from "../api/client";
import { Dialog } from "../parts/Dialog";
import type { Parted } from "../piece/usePiece";

type Kept = "theirs" | "mine";

/** Somebody else saved first: every change of one's own beside theirs, and a choice for each. Closed, both sides stay as they are. */
export function Conflict({ conflict, onClose, onSettle }: { conflict: Parted; onClose: () => void; onSettle: (mine: ReadonlySet<number>) => void }) {
  const numbers = [...Array(conflict.edits).keys()];
  const by = Map.groupBy(conflict.differences, (d) => d.edit);
  const [chosen, setChosen] = useState<ReadonlyMap<number, Kept>>(() => new Map(numbers.filter((n) => !by.get(n)?.some((d) => d.both)).map((n) => [n, "mine"])));
  const open = numbers.filter((n) => !chosen.has(n)).length;
  return (
    <Dialog open onClose={onClose} title="Somebody saved this piece meanwhile" wide>
      <p>Nothing of yours was saved over theirs, and nothing of yours is lost. For each change of yours: keep theirs, or make yours on top of it.</p>
      <div className="mt-3 space-y-3">
        {numbers.map((n) => (
          <Change key={n} differences={by.get(n) ?? []} kept={chosen.get(n)} onKeep={(kept) => setChosen((now) => new Map(now).set(n, kept))} />
        ))}
      </div>
      <div className="mt-4 flex items-center gap-2">
        <button type="button" className="btn btn-act" disabled={open > 0} onClick={() => onSettle(new Set(numbers.filter((n) => chosen.get(n) === "mine")))}>
          Save it so
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Later
        </button>
        {open > 0 && <span className="text-soft">{open === 1 ? "One change was made by both: choose." : `${open} changes were made by both: choose.`}</span>}
      </div>
    </Dialog>
  );
}

function Change({ differences, kept, onKeep }: { differences: Difference[]; kept: Kept | undefined; onKeep: (kept: Kept) => void }) {
  const label = differences[0]?.label ?? "Change";
  return (
    <section aria-label={label} className="border border-rule p-2">
      <div className="flex items-center gap-3">
        <h3 className="font-semibold">{label}</h3>
        {differences.some((d) => d.both) && <span className="text-caution">changed by both</span>}
        <RadioGroup value={kept ?? null} onChange={(value: Kept | null) => value && onKeep(value)} aria-label={`Which ${label}`} className="ml-auto flex gap-1">
          {(["theirs", "mine"] as const).map((side) => (
            <Radio key={side} value={side} className="btn cursor-pointer data-checked:border-act data-checked:text-act">
              {side === "mine" ? "Mine" : "Theirs"}
            </Radio>
          ))}
        </RadioGroup>
      </div>
      <table className="mt-1 w-full table-fixed">
        <thead className="text-left text-soft">
          <tr className="border-b border-rule">
            <th className="w-1/4 py-0.5 font-medium">
              <span className="sr-only">What</span>
            </th>
            <th className="py-0.5 font-medium">Before</th>
            <th className="py-0.5 font-medium">Theirs</th>
            <th className="py-0.5 font-medium">Yours</th>
          </tr>
        </thead>
        <tbody>
          {differences.map((d, i) => (
            <tr key={i} className="align-top">
              <td className="py-0.5 pr-2 text-soft">{d.place}</td>
              <td className="fig py-0.5 pr-2 break-words">{d.before}</td>
              <td className={`fig py-0.5 pr-2 break-words ${d.both ? "font-semibold" : ""}`}>{d.theirs}</td>
              <td className="fig py-0.5 break-words font-semibold">{d.yours}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
