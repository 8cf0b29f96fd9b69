import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus, X } from "lucide-react";
import { useState } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { WorkingIn, WorkingOut } from "../api/types";
import { Dialog } from "../parts/Dialog";
import { useDateText } from "../parts/shop";
import { daysChanged } from "./useDays";

const PLACES = { dusty: "Saws", clean: "Clean benches", spray: "Spray places", clamps: "Sets of clamps", weights: "Boards with weights", press: "Presses" } as const;

/** How the shop works in time: hours, hands, days off, places, and what takes how long to come. */
export function Working({ onClose }: { onClose: () => void }) {
  const found = useQuery({ queryKey: ["working"], queryFn: () => unwrap(api.GET("/api/working")), staleTime: 0, gcTime: 0 });
  return (
    <Dialog open onClose={onClose} title="Hours and hands" wide>
      {found.data ? <Form stands={found.data} onClose={onClose} /> : <p className="text-soft">Fetching…</p>}
    </Dialog>
  );
}

type Draft = Omit<WorkingIn, "version">;

function Form({ stands, onClose }: { stands: WorkingOut; onClose: () => void }) {
  const client = useQueryClient();
  const dateText = useDateText();
  const { version, zones, weekdays, kinds, ...rest } = stands;
  const [draft, setDraft] = useState<Draft>(rest as Draft);
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const [off, setOff] = useState({ day: "", who: "" });
  const fill = (more: Partial<Draft>) => setDraft({ ...draft, ...more });
  const mine = Intl.DateTimeFormat().resolvedOptions().timeZone;

  async function keep() {
    try {
      client.setQueryData(["working"], await unwrap(api.PUT("/api/working", { body: { ...draft, version } })));
      await daysChanged(client);
      onClose();
    } catch (error) {
      setTrouble(error as Problem);
    }
  }
  function addOff() {
    if (!off.day) return;
    if (off.who === "") fill({ shut: [...new Set([...(draft.shut ?? []), off.day])].sort() });
    else fill({ hands: draft.hands.map((h) => (h.name === off.who ? { ...h, away: [...new Set([...(h.away ?? []), off.day])].sort() } : h)) });
    setOff({ ...off, day: "" });
  }
  const away = [...(draft.shut ?? []).map((day) => ["", day] as const), ...draft.hands.flatMap((h) => (h.away ?? []).map((day) => [h.name, day] as const))].sort((a, b) => a[1].localeCompare(b[1]));

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <div className="grid gap-x-8 gap-y-4 desk:grid-cols-2">
        <fieldset>
          <legend className="mb-1 w-full border-b border-rule font-semibold">Hours</legend>
          {weekdays.map((day, n) => (
            <label key={day} className="mb-1 grid grid-cols-[6.5rem_1fr] items-start gap-2">
              <span className="pt-1">{day}</span>
              <span>
                <input className="field fig" value={draft.week[n] ?? ""} placeholder="shut" aria-invalid={trouble?.faults.some((f) => f.pointer === `/week/${n}`) || undefined} maxLength={120} onChange={(event) => fill({ week: draft.week.map((text, k) => (k === n ? event.target.value : text)) })} />
                <Wrong of={trouble} at={`/week/${n}`} />
              </span>
            </label>
          ))}
          <label className="grid grid-cols-[6.5rem_1fr] items-start gap-2">
            <span className="pt-1">Time zone</span>
            <span>
              <input className="field" list="zones" value={draft.zone} onChange={(event) => fill({ zone: event.target.value })} aria-invalid={trouble?.faults.some((f) => f.pointer === "/zone") || undefined} />
              <datalist id="zones">
                {zones.map((zone) => (
                  <option key={zone} value={zone} />
                ))}
              </datalist>
              {draft.zone !== mine && (
                <button type="button" className="text-act underline" onClick={() => fill({ zone: mine })}>
                  This machine’s: {mine}
                </button>
              )}
              <Wrong of={trouble} at="/zone" />
            </span>
          </label>
        </fieldset>
        <div className="space-y-4">
          <fieldset>
            <legend className="mb-1 w-full border-b border-rule font-semibold">Hands</legend>
            {draft.hands.map((hand, n) => (
              <div key={n} className="mb-1 flex gap-2">
                <input className="field" aria-label={`Pair of hands ${n + 1}`} value={hand.name} maxLength={60} onChange={(event) => fill({ hands: draft.hands.map((h, k) => (k === n ? { ...h, name: event.target.value } : h)) })} />
                {draft.hands.length > 1 && (
                  <button type="button" className="btn btn-bare px-1" aria-label={`Without ${hand.name}`} onClick={() => fill({ hands: draft.hands.filter((_, k) => k !== n) })}>
                    <X size={16} aria-hidden />
                  </button>
                )}
              </div>
            ))}
            <button type="button" className="btn" disabled={draft.hands.length >= 12} onClick={() => fill({ hands: [...draft.hands, { name: `Hands ${draft.hands.length + 1}`, away: [] }] })}>
              <Plus size={14} aria-hidden /> Another pair of hands
            </button>
            <Wrong of={trouble} at="/hands" />
          </fieldset>
          <fieldset>
            <legend className="mb-1 w-full border-b border-rule font-semibold">Days off</legend>
            <ul className="mb-1 flex flex-wrap gap-1">
              {away.map(([who, day]) => (
                <li key={who + day} className="flex items-center gap-1 border border-rule px-1.5">
                  {dateText(day)}
                  {who ? `, ${who}` : ", all"}
                  <button
                    type="button"
                    aria-label={`Not off: ${dateText(day)}${who && `, ${who}`}`}
                    onClick={() => (who ? fill({ hands: draft.hands.map((h) => (h.name === who ? { ...h, away: (h.away ?? []).filter((d) => d !== day) } : h)) }) : fill({ shut: (draft.shut ?? []).filter((d) => d !== day) }))}
                  >
                    <X size={13} aria-hidden />
                  </button>
                </li>
              ))}
            </ul>
            <div className="flex gap-2">
              <input type="date" className="field" aria-label="Day off" value={off.day} onChange={(event) => setOff({ ...off, day: event.target.value })} />
              <select className="field w-40" aria-label="Who is off" value={off.who} onChange={(event) => setOff({ ...off, who: event.target.value })}>
                <option value="">the whole shop</option>
                {draft.hands.map((h) => (
                  <option key={h.name} value={h.name}>
                    {h.name}
                  </option>
                ))}
              </select>
              <button type="button" className="btn" onClick={addOff}>
                Add
              </button>
            </div>
            {Object.entries(draft.also ?? {}).map(([day, hours]) => (
              <p key={day} className="mt-1 flex items-center gap-2">
                {dateText(day)}: open <span className="fig">{hours}</span>
                <button type="button" className="text-act underline" onClick={() => fill({ also: Object.fromEntries(Object.entries(draft.also ?? {}).filter(([d]) => d !== day)) })}>
                  as usual
                </button>
              </p>
            ))}
          </fieldset>
        </div>
        <fieldset>
          <legend className="mb-1 w-full border-b border-rule font-semibold">There are so many</legend>
          <div className="grid grid-cols-2 gap-x-4">
            {(Object.keys(PLACES) as (keyof typeof PLACES)[]).map((key) => (
              <label key={key} className="mb-1 flex items-center justify-between gap-2">
                {PLACES[key]}
                <span>
                  <input className="field fig w-16 text-right" inputMode="numeric" value={draft.places[key] ?? 1} onChange={(event) => fill({ places: { ...draft.places, [key]: Number(event.target.value.replace(/\D/g, "")) } })} />
                  <Wrong of={trouble} at={`/${key}`} />
                </span>
              </label>
            ))}
          </div>
          <label className="mt-1 flex items-start gap-2">
            <input type="checkbox" className="mt-0.5" checked={draft.dust_apart} onChange={(event) => fill({ dust_apart: event.target.checked })} />
            <span>
              The saw is in a room of its own
              <span className="block text-[12.5px] text-soft">If not, no glass is cut or cleaned while dust flies.</span>
            </span>
          </label>
        </fieldset>
        <fieldset>
          <legend className="mb-1 w-full border-b border-rule font-semibold">Days till it comes; 0: it is in the house</legend>
          {Object.entries(kinds).map(([what, label]) => (
            <label key={what} className="mb-1 grid grid-cols-[1fr_4rem_7rem] items-center gap-2">
              {label}
              <input className="field fig text-right" inputMode="numeric" aria-label={`${label}, days`} value={(draft.leads ?? {})[what as keyof typeof kinds] ?? 0} onChange={(event) => fill({ leads: { ...draft.leads, [what]: Number(event.target.value.replace(/\D/g, "")) } as Draft["leads"] })} />
              <input className="field" placeholder="from whom" aria-label={`${label}, from whom`} maxLength={80} value={(draft.suppliers ?? {})[what as keyof typeof kinds] ?? ""} onChange={(event) => fill({ suppliers: { ...draft.suppliers, [what]: event.target.value } as Draft["suppliers"] })} />
            </label>
          ))}
          <Wrong of={trouble} at="/leads" />
        </fieldset>
      </div>
      {trouble && (
        <p role="alert" className="mt-3 border-l-4 border-l-stop bg-stop-wash px-2 py-1">
          Not kept. {trouble.faults.length > 0 ? "See what is said at the fields." : `${trouble.message}. ${trouble.detail}`}
        </p>
      )}
      <div className="mt-4 flex gap-2">
        <button type="submit" className="btn btn-act">
          Keep
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Leave it
        </button>
      </div>
    </form>
  );
}

/** What is wrong at a place, or below it. */
function Wrong({ of, at }: { of: Problem | null; at: string }) {
  const fault = of?.faults.find((f) => f.pointer === at || f.pointer.startsWith(`${at}/`));
  return fault ? (
    <span role="alert" className="block text-[12.5px] text-stop">
      {fault.message}. Accepted: {fault.accepted}
    </span>
  ) : null;
}
