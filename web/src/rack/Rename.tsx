import { useState } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { RackRow } from "../api/types";
import { Dialog } from "../parts/Dialog";

export function Rename({ card, onClose, onDone }: { card: RackRow; onClose: () => void; onDone: () => Promise<void> }) {
  const [name, setName] = useState(card.name);
  const [fault, setFault] = useState("");
  async function save() {
    try {
      await unwrap(
        api.POST("/api/pieces/{piece_id}/edits", {
          params: { path: { piece_id: card.id } },
          body: { version: card.version, edits: [{ op: "write", pointer: "/name", text: name }], goes_on: false },
        }),
      );
      await onDone();
      onClose();
    } catch (error) {
      const problem = error as Problem;
      setFault(problem.faults[0] ? `${problem.faults[0].field} ${problem.faults[0].message}.` : `${problem.message}. ${problem.detail}`);
    }
  }
  return (
    <Dialog open onClose={onClose} title="Rename">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <input className="field" aria-label="Name" value={name} maxLength={200} autoFocus onChange={(event) => setName(event.target.value)} aria-invalid={fault ? true : undefined} />
        {fault && (
          <p role="alert" className="mt-1 text-stop">
            {fault}
          </p>
        )}
        <button type="submit" className="btn btn-act mt-3">
          Rename
        </button>
      </form>
    </Dialog>
  );
}
