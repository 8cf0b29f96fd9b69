import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";
import { api, unwrap, type Problem } from "../api/client";
import { useHand } from "../bench/useHand";
import { Sentence } from "../fields/Length";
import { Dialog } from "../parts/Dialog";
import { Severity } from "../parts/Severity";
import { useKept } from "../parts/useKept";
import { useUnits } from "../parts/units";
import { uniqueId } from "../piece/outbox";
import { recordsChanged, useNoted } from "./useRecords";

interface Draft {
  to: string;
  note: string;
  part: string;
  text: string;
  used: string;
}
const FRESH: Draft = { to: "", note: "", part: "", text: "", used: "" };

/** What is still open of a piece, what goes into its record, and handing it over: the record is sealed then. */
export function HandOver({ piece, onClose }: { piece: { id: string; name: string }; onClose: () => void }) {
  const path = { piece_id: piece.id };
  const client = useQueryClient();
  const [, navigate] = useLocation();
  const { unitFor } = useUnits();
  const found = useQuery({ queryKey: ["hand-over", piece.id], queryFn: ({ signal }) => unwrap(api.GET("/api/pieces/{piece_id}/hand-over", { params: { path }, signal })), gcTime: 0 });
  const { put } = useNoted(piece.id);
  const [hand, setHand] = useHand(found.data?.hands ?? []);
  const [id] = useState(uniqueId);
  // Closed by mistake, or the page loaded anew: what was filled in is given back until it is handed over.
  const kept = useKept<Draft>(`shadbo.hand-over.${piece.id}`, FRESH, (d) => Object.values(d).some(Boolean));
  const { to, note, part: named, text, used } = kept.draft;
  const tag = { part: named, text, used };
  const setTag = (tag: Pick<Draft, "part" | "text" | "used">) => kept.fill(tag);
  const [anyway, setAnyway] = useState(false);
  const sealing = useMutation<unknown, Problem>({
    mutationFn: () => unwrap(api.POST("/api/pieces/{piece_id}/hand-over", { params: { path }, body: { id, hand, to, note, anyway } })),
    onSuccess: async () => {
      kept.done();
      await recordsChanged(client);
      navigate(`/records/${id}`);
    },
  });
  const told = found.data;
  const open = told && (told.unticked.length > 0 || told.stopped !== null);
  const part = told?.parts.find((p) => p.key === tag.part);

  async function putTag() {
    if (tag.text.trim()) await put.mutateAsync({ what: "material", part: tag.part, text: tag.text, hand });
    if (tag.used.trim()) await put.mutateAsync({ what: "count", part: tag.part, number: Number(tag.used.replace(",", ".")), hand });
    setTag({ part: "", text: "", used: "" });
    await client.invalidateQueries({ queryKey: ["hand-over", piece.id] });
  }
  const countable = !tag.used.trim() || /^\d+([.,]\d+)?$/.test(tag.used.trim());

  return (
    <Dialog open onClose={onClose} title={`Hand over ${piece.name}`} wide>
      {found.isError && <p role="alert">{found.error.message}</p>}
      {!told && !found.isError && <p className="text-soft">Looking what is still open…</p>}
      {told && (
        <form
          className="grid gap-x-6 gap-y-3 desk:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            sealing.mutate();
          }}
        >
          <div className="space-y-3">
            {told.stopped && (
              <p className="border-l-4 border-l-stop bg-stop-wash p-2">
                <Severity of="stop" /> <Sentence say={told.stopped} unit={unitFor("mm")} />
              </p>
            )}
            <section aria-label="Still open">
              <h3 className="border-b border-rule font-semibold">Still open</h3>
              {told.unticked.length === 0 && told.out.length === 0 && <p className="mt-1 text-moss">Every step is ticked, every reading explained.</p>}
              {told.unticked.length > 0 && (
                <p className="mt-1">
                  Not ticked: {told.unticked.join(", ")}.
                </p>
              )}
              {told.out.length > 0 && <p className="mt-1">Out, and nobody said why it will do: {told.out.join("; ")}.</p>}
            </section>
            <section aria-label="Materials and counts">
              <h3 className="border-b border-rule font-semibold">Batch, tag or count of a part</h3>
              <div className="mt-1 grid grid-cols-[1fr_auto] gap-2">
                <select className="field col-span-2" aria-label="Part" value={tag.part} onChange={(event) => setTag({ ...tag, part: event.target.value })}>
                  <option value="">Which part…</option>
                  {told.parts.map((p) => (
                    <option key={p.key} value={p.key}>
                      {p.planned} × {p.name.trim()}
                      {p.material && `, ${p.material}`}
                    </option>
                  ))}
                </select>
                {part && (
                  <>
                    <input className="field" placeholder="Batch, tag, crate" aria-label="Batch or tag" maxLength={200} value={tag.text} onChange={(event) => setTag({ ...tag, text: event.target.value })} />
                    <input className="field w-28" placeholder={`used (${part.planned})`} aria-label="How many were used" inputMode="decimal" value={tag.used} aria-invalid={countable ? undefined : true} onChange={(event) => setTag({ ...tag, used: event.target.value })} />
                    <button type="button" className="btn justify-self-start" disabled={!countable || put.isPending || (!tag.text.trim() && !tag.used.trim())} onClick={() => void putTag().catch(() => undefined)}>
                      Put down
                    </button>
                    {!countable && (
                      <span role="alert" className="text-stop">
                        a number
                      </span>
                    )}
                    {put.error && (
                      <span role="alert" className="col-span-2 text-stop">
                        {put.error.message}. {put.error.detail}
                      </span>
                    )}
                  </>
                )}
              </div>
            </section>
          </div>
          <div className="space-y-3">
            <section aria-label="Put down">
              <h3 className="border-b border-rule font-semibold">Put down at the bench</h3>
              {told.notes.length === 0 ? (
                <p className="mt-1 text-soft">Nothing. What went wrong and what was done differently is told at the step when the next one is begun from this.</p>
              ) : (
                <ul className="mt-1 list-disc pl-4">
                  {told.notes.map((n) => (
                    <li key={n.id}>{n.text || (n.photo ? "Photograph" : `${n.number}`)}</li>
                  ))}
                </ul>
              )}
            </section>
            <label className="block">
              Handed over by
              <select className="field" value={hand} onChange={(event) => setHand(event.target.value)}>
                {told.hands.map((h) => (
                  <option key={h}>{h}</option>
                ))}
              </select>
            </label>
            <label className="block">
              To
              <input className="field" maxLength={120} value={to} onChange={(event) => kept.fill({ to: event.target.value })} />
            </label>
            <label className="block">
              A word with it, on the hand-over sheet
              <textarea className="field" rows={2} maxLength={4000} value={note} onChange={(event) => kept.fill({ note: event.target.value })} />
            </label>
            {open && (
              <label className="flex items-start gap-2">
                <input type="checkbox" className="mt-0.5" checked={anyway} onChange={(event) => setAnyway(event.target.checked)} />
                <span>It is handed over all the same: what isn’t ticked stands in the record as not ticked.</span>
              </label>
            )}
            {sealing.error && (
              <p role="alert" className="text-stop">
                {sealing.error.message}. {sealing.error.detail}
              </p>
            )}
            <button type="submit" className="btn btn-act" disabled={sealing.isPending || (open && !anyway)}>
              Hand over and seal
            </button>
            <p className="text-soft">The record can’t be changed then. A repair or a change is a version of its own.</p>
          </div>
        </form>
      )}
    </Dialog>
  );
}
