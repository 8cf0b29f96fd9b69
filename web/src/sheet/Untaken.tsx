import { useSyncExternalStore } from "react";
import type { Fault } from "../api/types";
import { clearDraft, drafts, subscribeDrafts } from "../fields/drafts";

/** What was typed at this piece and not taken. */
export function useUntaken(piece: string) {
  return useSyncExternalStore(subscribeDrafts, drafts).filter((d) => d.piece === piece);
}

/** What could not be saved, and why; what is typed in a field of this stage says so itself. */
export function Untaken({ piece, here, faults, onHeard }: { piece: string; here: ReadonlySet<string>; faults: Fault[]; onHeard: (fault: Fault) => void }) {
  const elsewhere = useUntaken(piece).filter((d) => !here.has(d.pointer));
  return (
    <>
      {elsewhere.map((d) => (
        <Said key={d.pointer} fault={{ ...d.fault, value: d.text }} onDismiss={() => clearDraft(piece, d.pointer)} />
      ))}
      {faults.map((fault, i) => (
        <Said key={i} fault={fault} onDismiss={() => onHeard(fault)} />
      ))}
    </>
  );
}

function Said({ fault, onDismiss }: { fault: Fault; onDismiss: () => void }) {
  return (
    <p role="alert" className="m-3 border-l-4 border-l-stop bg-stop-wash p-2 leading-snug">
      Not saved. {fault.field}
      {fault.value && <span className="fig"> “{fault.value}”</span>}: {fault.message}. {fault.accepted && `Accepted: ${fault.accepted}`}
      <button type="button" className="ml-2 text-act underline" onClick={onDismiss}>
        Dismiss
      </button>
    </p>
  );
}
