import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";
import { api, unwrap, type Problem } from "../api/client";
import type { RecordOut } from "../api/types";
import { lengthText } from "../fields/Length";
import { Dialog } from "../parts/Dialog";
import { useUnits } from "../parts/units";
import { uniqueId } from "../piece/outbox";
import { recordsChanged } from "./useRecords";

/** The next one, begun from a record: what it is called, whose it is, and its own sizes. */
export function Again({ record, onClose }: { record: RecordOut; onClose: () => void }) {
  const client = useQueryClient();
  const [, navigate] = useLocation();
  const unit = useUnits().unitFor(record.units);
  const { sized } = record;
  const [draft, setDraft] = useState({ id: uniqueId(), name: "", owner: record.owner, width: sized ? lengthText(record.width, unit) : "", height: sized ? lengthText(record.height, unit) : "" });
  const begin = useMutation<{ id: string }, Problem>({
    mutationFn: () => unwrap(api.POST("/api/records/{record_id}/again", { params: { path: { record_id: record.id } }, body: { ...draft, units: unit } })),
    onSuccess: async ({ id }) => {
      await recordsChanged(client);
      navigate(`/pieces/${id}`);
    },
  });
  const fault = (key: string) => begin.error?.faults.find((f) => f.pointer === `/${key}`);
  const line = (key: "name" | "owner" | "width" | "height", label: string, more = {}) => (
    <label className="block">
      {label}
      <input className={`field ${key === "width" || key === "height" ? "fig" : ""}`} maxLength={120} value={draft[key]} aria-invalid={fault(key) ? true : undefined} onChange={(event) => setDraft({ ...draft, id: uniqueId(), [key]: event.target.value })} {...more} />
      {fault(key) && (
        <span role="alert" className="block text-stop">
          {fault(key)?.message}. Accepted: {fault(key)?.accepted}
        </span>
      )}
    </label>
  );
  return (
    <Dialog open onClose={onClose} title="Start the next from it">
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          begin.mutate();
        }}
      >
        <p className="text-soft">Shown, held, hung and finished as “{record.name}”. What was done differently or went wrong is told at its step.</p>
        {line("name", "Name", { autoFocus: true, placeholder: record.name })}
        {line("owner", "Owner")}
        {sized ? (
          <div className="grid grid-cols-2 gap-3">
            {line("width", `Width, ${unit}`)}
            {line("height", `Height, ${unit}`)}
          </div>
        ) : (
          <p>Its sizes stand as that one’s were: measure each thing before anything is cut.</p>
        )}
        {begin.error && begin.error.faults.length === 0 && (
          <p role="alert" className="text-stop">
            {begin.error.message}. {begin.error.detail}
          </p>
        )}
        <button type="submit" className="btn btn-act" disabled={begin.isPending}>
          Begin it
        </button>
      </form>
    </Dialog>
  );
}
