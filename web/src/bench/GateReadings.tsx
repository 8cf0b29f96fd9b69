import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, Problem, unwrap } from "../api/client";
import type { Edit, GateOut, Step, Unit } from "../api/types";
import { Length, Sentence } from "../fields/Length";
import { daysChanged } from "../days/useDays";
import { useKept } from "../parts/useKept";
import type { Parted } from "../piece/usePiece";
import { Conflict } from "../sheet/Conflict";

interface Draft {
  texts: Record<string, string>;
  why: string;
}

interface Props {
  piece: string;
  step: Step;
  unit: Unit;
  hand: string;
  onAnew: (keys: string[]) => void;
  onRead: (judged: GateOut) => void;
}

/** A gate that is read: what was planned is shown only when something was read, so that nobody reads what they hope to. */
export function GateReadings({ piece, step, unit, hand, onAnew, onRead }: Props) {
  const client = useQueryClient();
  // What was read stays in its field until it is taken, through other steps and a page loaded anew.
  const kept = useKept<Draft>(`shadbo.gate.${piece}.${step.key}`, { texts: {}, why: "" }, (d) => d.why !== "" || Object.values(d.texts).some(Boolean));
  const { texts, why } = kept.draft;
  const [parted, setParted] = useState<Parted | null>(null);
  const read = useMutation<GateOut, Problem, string>({
    mutationFn: (anyway) => unwrap(api.POST("/api/pieces/{piece_id}/operations/{key}/read", { params: { path: { piece_id: piece, key: step.key } }, body: { readings: texts, unit, hand, anyway } })),
    onSuccess: async (judged, anyway) => {
      if (judged.fine || anyway) kept.done();
      onRead(judged);
      await daysChanged(client);
    },
  });
  // Over the version it was judged on: what somebody saved since is never overwritten unseen.
  const replan = useMutation<unknown, Problem, { edits: Edit[]; version: number }>({
    mutationFn: ({ edits, version }) => unwrap(api.POST("/api/pieces/{piece_id}/edits", { params: { path: { piece_id: piece } }, body: { version, edits, goes_on: false } })),
    onError: (problem, { edits }) => {
      if (problem.status === 409 && problem.version !== undefined) setParted({ version: problem.version, differences: problem.differences, edits: edits.length, open: true });
    },
    onSuccess: () => Promise.all([daysChanged(client), client.invalidateQueries({ queryKey: ["bench"] }), client.invalidateQueries({ queryKey: ["whole", piece] })]),
  });
  const judged = read.data;
  const known = judged?.lines.filter((line) => !line.assumed) ?? [];
  const edits = (judged?.edits ?? []) as unknown as Edit[];
  async function settle(theirs: number, mine: ReadonlySet<number>) {
    setParted(null);
    const wanted = edits.filter((_, n) => mine.has(n));
    if (wanted.length) replan.mutate({ edits: wanted, version: theirs });
    else await client.invalidateQueries({ queryKey: ["bench"] });
  }
  const goOn = (label: string) =>
    judged && (
      <div className="mt-2">
        <button type="button" className="btn btn-act" disabled={replan.isPending} onClick={() => replan.mutate({ edits, version: judged.version })}>
          {label}
        </button>
        <ul className="mt-1 text-[14px]">
          {judged.changes.map((one) => (
            <li key={one.label}>
              {one.label}: <Sentence say={one.before} unit={unit} /> becomes <Sentence say={one.after} unit={unit} />
            </li>
          ))}
          {judged.changes.length === 0 && <li>Nothing that is still to be cut changes.</li>}
          {judged.stop && (
            <li className="text-stop">
              Then a stop stands: <Sentence say={judged.stop} unit={unit} />
            </li>
          )}
        </ul>
      </div>
    );
  const faultAt = (key: string) => read.error?.faults.find((f) => f.pointer === `/readings/${key}`);
  return (
    <form
      className="mt-4"
      aria-label="Readings"
      onSubmit={(event) => {
        event.preventDefault();
        read.mutate("");
      }}
    >
      <div className="flex flex-wrap gap-4">
        {step.reads.map((asked, n) => {
          const line = judged?.lines.find((l) => l.key === asked.key);
          const fault = faultAt(asked.key);
          return (
            <label key={asked.key} className="block">
              <span className="block text-[15px]">{asked.label}</span>
              <input
                className="field fig w-44 text-[26px]"
                autoFocus={n === 0}
                autoComplete="off"
                inputMode="decimal"
                data-takes="length"
                value={texts[asked.key] ?? ""}
                aria-invalid={fault || (line && !line.fine) ? true : undefined}
                onChange={(event) => kept.fill({ texts: { ...texts, [asked.key]: event.target.value } })}
                onKeyDown={(event) => {
                  // A tape that types ends each reading with Enter: on to the next field, and judged after the last.
                  const fields = [...(event.currentTarget.form?.querySelectorAll<HTMLInputElement>("input[data-takes]") ?? [])];
                  const next = fields[fields.indexOf(event.currentTarget) + 1];
                  if (event.key !== "Enter") return;
                  event.preventDefault();
                  if (next && !next.value) next.focus();
                  else event.currentTarget.form?.requestSubmit();
                }}
              />
              {fault && (
                <span role="alert" className="block text-stop">
                  {fault.message}. Accepted: {fault.accepted}
                </span>
              )}
              {line && !judged?.compared && (
                <span className={`block text-[15px] ${line.fine ? "text-moss" : "text-stop"}`}>
                  {line.assumed ? (
                    <>
                      <Length shown={line.planned} unit={unit} /> was assumed
                    </>
                  ) : (
                    <>
                      planned <Length shown={line.planned} unit={unit} />, off by <Length shown={line.off} unit={unit} />
                    </>
                  )}
                  {line.doubt && <span className="block">{line.doubt}</span>}
                </span>
              )}
            </label>
          );
        })}
        <button type="submit" className="btn btn-act self-start px-5 py-3 text-[17px]" style={{ marginTop: "1.45rem" }} disabled={read.isPending}>
          Judge
        </button>
      </div>
      {parted && <Conflict key={parted.version} conflict={parted} onClose={() => setParted(null)} onSettle={(mine) => void settle(parted.version, mine)} />}
      {read.error && read.error.faults.length === 0 && (
        <p role="alert" className="mt-2 text-stop">
          {read.error.message}. {read.error.detail}
        </p>
      )}
      {judged && (
        <div role="status" data-judged={judged.fine ? "fine" : "out"} className={`mt-3 border-l-4 p-3 text-[16px] leading-snug ${judged.fine ? "border-l-moss bg-sheet" : "border-l-stop bg-stop-wash"}`}>
          {judged.fine ? (
            <>
              <p className="font-semibold text-moss">{judged.compared ? "Square enough. Go on." : known.length === 0 ? "Read. Nothing was known of it before." : `As planned, within what ${judged.gives}. Go on.`}</p>
              {judged.edits.length > 0 && goOn("Put what was read into the plan")}
            </>
          ) : (
            <>
              <p className="font-semibold text-stop">
                {judged.compared || known.some((line) => !line.fine) ? (
                  <>
                    {judged.compared ? "The diagonals differ by more than " : `Out by more than ${judged.gives}, `}
                    {judged.lines[0] && <Length shown={judged.lines[0].give} unit={unit} />}. Nothing more is cut before this is settled.
                  </>
                ) : (
                  "One reading looks like a slip: read it again before anything is cut."
                )}
              </p>
              {judged.edits.length > 0 && goOn("Go on with what is there")}
              {judged.mend && <p className="mt-2">{judged.mend}</p>}
              {judged.anew.length > 0 && (
                <button type="button" className="btn mt-2" onClick={() => onAnew([...judged.anew])}>
                  Make it anew, as planned
                </button>
              )}
              <div className="mt-2 flex flex-wrap items-center gap-2">
                <input className="field w-64" placeholder="why it will do" aria-label="Why it will do" maxLength={400} value={why} onChange={(event) => kept.fill({ why: event.target.value })} />
                <button type="button" className="btn" disabled={!why.trim() || read.isPending} onClick={() => read.mutate(why)}>
                  Take it as it is
                </button>
              </div>
              {replan.error && !parted && (
                <p role="alert" className="mt-2 text-stop">
                  {replan.error.message}. {replan.error.detail}
                </p>
              )}
            </>
          )}
        </div>
      )}
    </form>
  );
}
