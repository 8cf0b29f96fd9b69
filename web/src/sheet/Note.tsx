import { useId } from "react";
import { useWritten } from "../fields/useWritten";
import type { PieceWork } from "../piece/usePiece";

/** What must not be forgotten about the piece, in words. */
export function Note({ piece, value, onEdit }: { piece: string; value: string; onEdit: PieceWork["edit"] }) {
  const id = useId();
  const note = useWritten({ piece, pointer: "/note", label: "Note", value, onSave: (text, goesOn, settle) => onEdit([{ op: "write", pointer: "/note", text }], goesOn, settle) });
  return (
    <div className="p-3 pt-0">
      <label htmlFor={id} className="mb-1.5 block border-b border-rule pb-0.5 font-semibold">
        Note
      </label>
      <textarea
        id={id}
        className="field min-h-24 leading-snug"
        maxLength={4000}
        placeholder="what must never happen to it, what the owner wants"
        value={note.shown} data-resting={note.resting}
        aria-invalid={note.fault ? true : undefined}
        onFocus={note.enter}
        onChange={(event) => note.change(event.target.value)}
        onBlur={note.leave}
      />
    </div>
  );
}
