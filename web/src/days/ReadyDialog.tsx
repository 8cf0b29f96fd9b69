import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, unwrap, type Problem } from "../api/client";
import type { Edit, ReadyOut, Sooner } from "../api/types";
import { Dialog } from "../parts/Dialog";
import { useDayText } from "../parts/shop";
import { daysChanged } from "./useDays";

/** When a piece is ready, what decides it, and what would make it sooner, each at a press. */
export function ReadyDialog({ piece, onClose }: { piece: { id: string; name: string }; onClose: () => void }) {
  const client = useQueryClient();
  const found = useQuery({ queryKey: ["ready", piece.id], queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/ready", { params: { path: { piece_id: piece.id } } })), retry: false });
  const take = useMutation<unknown, Problem, Edit[] | Sooner>({
    mutationFn: async (what) => {
      const path = { piece_id: piece.id };
      const edits = Array.isArray(what) ? what : (what.edits as unknown as Edit[]);
      if (edits.length === 0 && !Array.isArray(what)) return unwrap(api.POST("/api/pieces/{piece_id}/sooner", { params: { path }, body: { key: what.key } }));
      const { version } = await unwrap(api.GET("/api/pieces/{piece_id}/version", { params: { path } }));
      return unwrap(api.POST("/api/pieces/{piece_id}/edits", { params: { path }, body: { version, edits, goes_on: false } }));
    },
    onSuccess: async () => {
      await Promise.all([daysChanged(client), client.invalidateQueries({ queryKey: ["rack"] }), client.invalidateQueries({ queryKey: ["piece", piece.id] })]);
    },
  });
  return (
    <Dialog open onClose={onClose} title={piece.name}>
      {found.isPending && <p className="text-soft">Looking for its day…</p>}
      {found.isError && (
        <p role="alert">
          {found.error.message}. {(found.error as Problem).detail}
        </p>
      )}
      {take.error && (
        <p role="alert" className="mb-2 border-l-4 border-l-stop bg-stop-wash px-2 py-1">
          {take.error.message}. {take.error.detail}
        </p>
      )}
      {found.data && <ToCome piece={piece.id} comes={found.data.comes} />}
      {found.data && <ReadyTold ready={found.data} onTake={(way) => take.mutate(way)} onLater={(day) => take.mutate([{ op: "write", pointer: "/due", text: day }])} busy={take.isPending} />}
    </Dialog>
  );
}

/** What has to come for it, and when: the day a supplier said, typed in; nothing: it is in the house. */
function ToCome({ piece, comes }: { piece: string; comes: ReadyOut["comes"] }) {
  const client = useQueryClient();
  const set = useMutation<unknown, Problem, { what: ReadyOut["comes"][number]["what"]; day: string | null }>({
    mutationFn: (body) => unwrap(api.PUT("/api/pieces/{piece_id}/coming", { params: { path: { piece_id: piece } }, body })),
    onSuccess: () => daysChanged(client),
  });
  if (comes.length === 0) return null;
  return (
    <fieldset className="mb-3">
      <legend className="font-semibold">Comes on</legend>
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1">
        {comes.map((one) => (
          <label key={one.what + (one.day ?? "")} className="flex items-center justify-between gap-2">
            <span className={one.day ? "" : "text-soft"}>{one.label}</span>
            <input
              type="date"
              className="field w-36"
              defaultValue={one.day ?? ""}
              onBlur={(event) => {
                const day = event.target.value || null;
                if (day !== one.day) set.mutate({ what: one.what, day });
              }}
            />
          </label>
        ))}
      </div>
      <p className="text-[12.5px] text-soft">Left empty it is in the house, or takes as long as the shop’s usual.</p>
      {set.error && (
        <p role="alert" className="text-stop">
          {set.error.message}. {set.error.detail}
        </p>
      )}
    </fieldset>
  );
}

/** The day, why not sooner, and the ways. */
export function ReadyTold({ ready, onTake, onLater, busy = false }: { ready: ReadyOut; onTake?: (way: Sooner) => void; onLater?: (day: string) => void; busy?: boolean }) {
  const dayName = useDayText();
  return (
    <div className="space-y-3 leading-snug" data-ready={ready.day}>
      <p>
        <span className="text-[19px] font-semibold">Ready {dayName(ready.day)}</span>
        {ready.due && <span className={ready.late ? "ml-2 font-semibold text-stop" : "ml-2 text-soft"}>{ready.late ? `${ready.late === 1 ? "a day" : `${ready.late} days`} after it is due, ${dayName(ready.due)}` : `due ${dayName(ready.due)}`}</span>}
      </p>
      <div>
        <h3 className="font-semibold">What decides it</h3>
        <ul className="list-disc pl-5">
          {ready.held.map((one) => (
            <li key={one.say}>{one.say}</li>
          ))}
        </ul>
      </div>
      {(ready.sooner.length > 0 || (ready.late > 0 && onLater)) && (
        <div>
          <h3 className="font-semibold">{ready.late ? "Ways out" : "Sooner"}</h3>
          <ul className="mt-1 space-y-1">
            {ready.sooner.map((way) => (
              <li key={way.key}>
                {onTake ? (
                  <button type="button" className="btn h-auto w-full justify-between text-left whitespace-normal" disabled={busy} onClick={() => onTake(way)}>
                    <span>{way.say[0]?.toUpperCase() + way.say.slice(1)}</span>
                    <span className="fig">{dayName(way.day)}</span>
                  </button>
                ) : (
                  <span className="flex justify-between gap-3">
                    <span>{way.say[0]?.toUpperCase() + way.say.slice(1)}</span>
                    <span className="fig">{dayName(way.day)}</span>
                  </span>
                )}
              </li>
            ))}
            {ready.late > 0 && onLater && (
              <li>
                <button type="button" className="btn h-auto w-full justify-between" disabled={busy} onClick={() => onLater(ready.day)}>
                  Promise a later day
                  <span className="fig">{dayName(ready.day)}</span>
                </button>
              </li>
            )}
          </ul>
        </div>
      )}
      {ready.sooner.length === 0 && <p className="text-soft">Nothing that was tried makes it a day sooner: another finish, joint or way of holding, a ready-made frame, a Saturday, going before the others.</p>}
    </div>
  );
}
