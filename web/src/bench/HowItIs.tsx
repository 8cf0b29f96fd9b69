import { useQueryClient } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useEffect, useMemo, useRef } from "react";
import type { Unit } from "../api/types";
import { daysChanged } from "../days/useDays";
import { rowOf } from "../inputs/StageInputs";
import { usePiece } from "../piece/usePiece";
import { Conflict } from "../sheet/Conflict";
import { Opened, useRows } from "../sheet/Rows";
import { Untaken } from "../sheet/Untaken";

const CUT = { stage: "cut", view: undefined } as const;
const nothing = () => undefined;

interface Props {
  piece: string;
  /** The row of the lists: a part by its key, or a step. */
  row: string;
  unit: Unit;
  onClose: () => void;
}

/** What is asked in one row of the lists, at the bench: a part that is there after all, or left out; a step left out, sent out, or one’s own after it. */
export function HowItIs({ piece, row, unit, onClose }: Props) {
  const client = useQueryClient();
  const work = usePiece(piece, CUT);
  const plan = work.trial ?? work.piece?.plan;
  const stage = plan?.stages.find((s) => s.key === "cut");
  const inputs = useMemo(() => (stage?.inputs ?? []).filter((i) => rowOf(i)), [stage]);
  const asking = { id: piece, unit, onTry: work.tryOut, onEdit: work.edit, onDrop: work.dropTrial, onUndo: work.undo, onPoint: nothing, onPhotograph: nothing };
  const rows = useRows(inputs, asking, row);

  // What is saved here is the plan the bench works from.
  const version = work.piece?.version;
  const first = useRef(version);
  useEffect(() => {
    first.current ??= version;
    if (version === first.current) return;
    first.current = version;
    void Promise.all([daysChanged(client), client.invalidateQueries({ queryKey: ["bench", piece] }), client.invalidateQueries({ queryKey: ["whole", piece] })]);
  }, [client, piece, version]);

  const open = rows.open ?? row;
  const here = rows.asked.get(open) ?? [];
  const name = here[0]?.group ?? "";
  return (
    <section aria-label="Say how it is" className="mt-2 border border-rule p-2 text-[17px]">
      <h3 className="flex items-center justify-between font-semibold">
        {name}
        <button type="button" className="btn btn-bare min-h-11 min-w-11 justify-center" aria-label="Close" onClick={onClose}>
          <X size={18} aria-hidden />
        </button>
      </h3>
      <Untaken piece={piece} here={new Set(here.flatMap((i) => ("pointer" in i ? [i.pointer] : [])))} faults={work.faults} onHeard={work.heard} />
      {stage ? here.length > 0 ? <Opened row={open} rows={rows} within="" /> : <p className="text-soft">It is not in the plan any more.</p> : <p className="text-soft">Fetching…</p>}
      {work.conflict && (
        <Conflict key={work.conflict.version} conflict={work.conflict} onClose={() => work.lookAtConflict(false)} onSettle={(mine) => work.conflict && void work.settleWith(work.conflict.version, mine)} />
      )}
    </section>
  );
}
