import { ArrowLeft, Check, ChevronLeft, Eye, Hourglass, ListOrdered, MoreHorizontal, Pause, Play, Ruler, TriangleAlert } from "lucide-react";
import { useEffect, useMemo, useState, type MouseEvent } from "react";
import { useQuery } from "@tanstack/react-query";
import { Link, Redirect, useLocation, useParams, useSearchParams } from "wouter";
import { api, unwrap } from "../api/client";
import type { OperationOut, Plan, Step } from "../api/types";
import { clock } from "../days/useDays";
import { Drawing } from "../drawing/Drawing";
import { Sentence } from "../fields/Length";
import { rowOf } from "../inputs/StageInputs";
import { useKeys } from "../parts/keys";
import { pointAt } from "../parts/pointed";
import { useDayText } from "../parts/shop";
import { Severity } from "../parts/Severity";
import { useUnits } from "../parts/units";
import { later } from "../parts/later";
import { Notes, TheLastTime } from "../records/Notes";
import { useLastTime } from "../records/useRecords";
import { sayHowItIs } from "../sheet/Rows";
import { ROW } from "../sheet/WorkOrder";
import { GateReadings } from "./GateReadings";
import { useTicks, type Tick } from "./ticks";
import { Timers } from "./Timers";
import { useHand } from "./useHand";
import { useAwake } from "./useAwake";

const HandOver = later(() => import("../records/HandOver").then((m) => m.HandOver));
const HowItIs = later(() => import("./HowItIs").then((m) => m.HowItIs));
const nothing = () => undefined;
/** What was tapped gives the keys back to the page: a foot switch ends the step, and doesn’t press that button again. */
function letGo(event: MouseEvent) {
  const button = event.detail > 0 && event.target instanceof Element ? event.target.closest("button") : null;
  button?.blur();
}
const nobody = () => null;

/** One step at a time, to be read at arm’s length and gone on from by one big tap, a key, or a foot switch. */
export function Bench() {
  const { id = "" } = useParams<{ id: string }>();
  const [params, setParams] = useSearchParams();
  const [, navigate] = useLocation();
  const path = { piece_id: id };
  const found = useQuery({ queryKey: ["bench", id], queryFn: ({ signal }) => unwrap(api.GET("/api/pieces/{piece_id}/bench", { params: { path }, signal })), refetchInterval: 4000 });
  const whole = useQuery({ queryKey: ["whole", id, found.data?.version], queryFn: ({ signal }) => unwrap(api.GET("/api/pieces/{piece_id}", { params: { path }, signal })), enabled: found.data !== undefined, placeholderData: (before) => before });
  const { unitFor } = useUnits();
  const dayName = useDayText();
  const { waiting, tick, read } = useTicks();
  const [hand, setHand] = useHand(found.data?.hands ?? []);
  const [listed, setListed] = useState(false);
  // The gate just read stays to be seen when it is done.
  const [judged, setJudged] = useState("");
  const [handing, setHanding] = useState(false);
  // The row in which it is being said how a part, or a step, really is; of the step it was opened at.
  const [told, setTold] = useState({ step: "", row: "" });
  const lastTime = useLastTime(id);
  useAwake();

  const steps = found.data?.steps ?? [];
  const mine = waiting.filter((t) => t.piece === id);
  const stateOf = (key: string) => expected(found.data?.operations.find((o) => o.key === key), mine.filter((t) => t.key === key && !t.refused), found.dataUpdatedAt, dayName);
  const first = steps.findIndex((s) => stateOf(s.key).state !== "done");
  const wanted = steps.findIndex((s) => s.key === params.get("step"));
  const at = wanted >= 0 ? wanted : first >= 0 ? first : steps.length - 1;
  const step = steps[at];
  const became = step && stateOf(step.key);
  const piece = whole.data;
  const unit = unitFor(piece?.units ?? "mm");
  const asked = useMemo(() => new Set((piece?.plan.stages ?? []).flatMap((s) => s.inputs.map(rowOf))), [piece]);

  // What the step has in hand lights up in its drawing.
  const lit = step?.parts[0] ?? null;
  useEffect(() => {
    pointAt(lit);
    return () => pointAt(null);
  }, [lit]);
  useEffect(() => {
    document.title = piece ? `${piece.name} at the bench` : "At the bench";
  }, [piece]);

  function show(n: number) {
    const to = steps[Math.min(Math.max(n, 0), steps.length - 1)];
    if (to) setParams({ step: to.key }, { replace: true });
  }
  const held = step ? heldBy(step, steps, found.data?.operations ?? [], found.data?.now ?? "", dayName) : null;
  const gated = step?.must === true && step.reads.length > 0 && became?.state !== "done";
  const readable = step !== undefined && step.reads.length > 0 && !step.must && became?.state !== "done";

  function next() {
    if (!step || !became) return;
    if (became.state !== "done") {
      if (gated) {
        document.querySelector<HTMLInputElement>('form[aria-label="Readings"] input')?.focus();
        return;
      }
      tick(id, step.key, "done", hand);
      const then = steps[at + 1];
      // The next one is begun with it, unless something has to dry first.
      if (then && then.place !== "wall" && stateOf(then.key).state === "planned" && !step.wait && !heldBy(then, steps, found.data?.operations ?? [], found.data?.now ?? "", dayName, step.key)) tick(id, then.key, "begin", hand);
    }
    show(at + 1);
  }
  function toggle() {
    if (step && became && became.state !== "done") tick(id, step.key, became.state === "begun" ? "pause" : "begin", hand);
  }
  // A key that is held down, and the second touch of a wet thumb, do nothing more.
  function once(event: { repeat?: boolean; detail?: number }) {
    if (!event.repeat && (event.detail ?? 0) < 2) next();
  }
  useKeys({
    " ": once,
    enter: once,
    pagedown: once,
    arrowright: once,
    pageup: () => show(at - 1),
    arrowleft: () => show(at - 1),
    p: toggle,
    l: () => setListed(!listed),
    escape: () => (listed ? setListed(false) : navigate(`/pieces/${id}/cut`)),
  });

  // What was fetched once is worked from, also while nobody answers.
  if ((found.isError && !found.data) || (whole.isError && !whole.data))
    return (
      <main className="p-10">
        <p role="alert">{(found.error ?? whole.error)?.message}. What was ticked here is kept in this browser, and sent when the server is there again.</p>
        <Link to="/" className="btn mt-4">
          To the rack
        </Link>
      </main>
    );
  if (!step || !became || !piece) return <p className="p-10 text-[20px] text-soft">Laying the piece out…</p>;
  if (piece.sealed_by) return <Redirect to={`/records/${piece.sealed_by}`} replace />;
  const done = became.state === "done";
  const telling = told.step === step.key ? told.row : "";
  const asIs = (row: string, name: string) => (
    <button type="button" className="btn btn-bare ml-auto min-h-11 min-w-11 justify-center text-soft" aria-expanded={telling === row} aria-label={sayHowItIs(name)} title={sayHowItIs(name)} onClick={() => setTold({ step: step.key, row: telling === row ? "" : row })}>
      <MoreHorizontal size={18} aria-hidden />
    </button>
  );
  const howItIs = telling && <HowItIs key={telling} piece={id} row={telling} unit={unit} onClose={() => setTold({ step: "", row: "" })} />;
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)_auto]" onClick={letGo}>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-4 py-1.5 text-[16px]">
        <Link to={`/pieces/${id}/cut`} className="btn btn-bare px-1" aria-label="To the sheet">
          <ArrowLeft size={20} aria-hidden />
        </Link>
        <h1 className="max-w-60 truncate text-[19px] font-semibold">{piece.name}</h1>
        <span className="text-soft">
          step <span className="fig text-ink">{at + 1}</span> of <span className="fig">{steps.length}</span>
        </span>
        <label className="flex items-center gap-2 text-soft">
          hands
          <select className="field w-auto text-ink" value={hand} onChange={(event) => setHand(event.target.value)}>
            {(found.data?.hands ?? []).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
        <span className="ml-auto">
          <Timers most={2} first={id} />
        </span>
        <button type="button" className="btn py-1.5" onClick={() => setHanding(true)}>
          Hand over
        </button>
        <button type="button" className="btn py-1.5" aria-expanded={listed} onClick={() => setListed(!listed)}>
          <ListOrdered size={18} aria-hidden /> Steps
        </button>
      </header>
      <main className="relative grid min-h-0 grid-cols-1 gap-px bg-rule max-desk:grid-rows-[minmax(0,1fr)_minmax(0,24rem)] desk:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
        <section aria-label={step.title} className="scroll overflow-y-auto bg-sheet p-6" tabIndex={0}>
          {found.data?.stopped && (
            <p className="mb-3 border-l-4 border-l-stop bg-stop-wash p-2">
              <Severity of="stop" /> <Sentence say={found.data.stopped} unit={unit} /> Settle it on the sheet before anything is cut.
            </p>
          )}
          {mine.filter((t) => t.refused).map((t) => (
            <p key={t.sent} role="alert" className="mb-3 border-l-4 border-l-stop bg-stop-wash p-2">
              “{steps.find((s) => s.key === t.key)?.title}” was not taken down: {t.refused}{" "}
              <button type="button" className="text-act underline" onClick={() => read(t.sent)}>
                Seen
              </button>
            </p>
          ))}
          {mine.some((t) => !t.refused) && <p role="status" className="mb-2 text-caution">{mine.filter((t) => !t.refused).length} kept here, sent when the server is there.</p>}
          <div className="flex items-start">
            <h2 className="text-[34px] leading-tight font-semibold" data-step={step.key}>
              {step.title}
            </h2>
            {asIs(ROW + step.key, step.title)}
          </div>
          {telling.startsWith(ROW) && howItIs}
          {step.gate && !done && (
            <p className="mt-1 flex items-center gap-2 text-[18px] font-semibold text-act">
              <Eye size={20} aria-hidden /> {gated ? "Read it before going on" : "Look before going on"}
            </p>
          )}
          {held && !done && (
            <p className="mt-2 flex items-center gap-2 text-[18px] text-caution">
              <Hourglass size={18} aria-hidden /> {held}
            </p>
          )}
          {gated && step.blind ? (
            <p className="mt-4 text-[18px] text-soft">What was planned is shown when something was read.</p>
          ) : (
            <p className="bench-say mt-4 text-[22px] leading-snug">
              <Sentence say={step.say} unit={unit} />
            </p>
          )}
          {step.care && (
            <p className="mt-4 flex gap-2 border-l-4 border-l-caution bg-caution-wash p-3 text-[17px]">
              <TriangleAlert size={20} className="shrink-0 text-caution" aria-hidden />
              <span>{step.care}</span>
            </p>
          )}
          <TheLastTime told={lastTime.data?.filter((t) => t.step === step.key) ?? []} />
          {readable && judged !== step.key && (
            <button type="button" className="btn mt-4 min-h-11" onClick={() => setJudged(step.key)}>
              <Ruler size={17} aria-hidden /> Read what you cut
            </button>
          )}
          {(gated || judged === step.key) && (
            <GateReadings
              key={step.key + piece.version}
              piece={id}
              step={step}
              unit={unit}
              hand={hand}
              onRead={() => setJudged(step.key)}
              onAnew={(keys) => {
                for (const key of keys) if (stateOf(key).state === "done") tick(id, key, "undo", hand);
                show(steps.findIndex((s) => s.key === keys[0]));
              }}
            />
          )}
          {step.in_hand.length > 0 && (
            <div className="mt-5">
              <h3 className="border-b border-rule text-[15px] font-semibold">In hand</h3>
              <ul className="mt-1 text-[18px] leading-relaxed">
                {step.in_hand.map((part) => (
                  <li key={part.key} className="flex items-center">
                    <span>
                      <span className="fig">{part.count}</span> × {part.name}
                      {part.size.length > 0 && (
                        <>
                          , <Sentence say={part.size} unit={unit} />
                        </>
                      )}
                    </span>
                    {asked.has(part.key) && asIs(part.key, part.name)}
                  </li>
                ))}
              </ul>
            </div>
          )}
          {!telling.startsWith(ROW) && howItIs}
          <Notes key={step.key} piece={id} step={step} hand={hand} />
          {became.told && <p className="mt-5 text-[16px] text-soft">{became.told}</p>}
        </section>
        {handing && <HandOver piece={{ id, name: piece.name }} onClose={() => setHanding(false)} />}
        <BenchDrawing plan={piece.plan} steps={steps} at={at} unit={unit} blind={gated && step.blind} />
        {listed && (
          <nav aria-label="Steps" className="scroll absolute inset-y-0 right-0 z-20 w-96 max-w-full overflow-y-auto border-l border-ink/40 bg-sheet p-3">
            <ol>
              {steps.map((s, n) => {
                const of = stateOf(s.key);
                return (
                  <li key={s.key}>
                    <button
                      type="button"
                      aria-current={n === at ? "step" : undefined}
                      className={`grid min-h-11 w-full grid-cols-[2rem_1fr_auto] items-center gap-2 px-2 py-1 text-left text-[17px] hover:bg-act-wash ${n === at ? "bg-act-wash font-semibold" : ""}`}
                      onClick={() => {
                        show(n);
                        setListed(false);
                      }}
                    >
                      <span className="fig text-right text-soft">{n + 1}</span>
                      <span className={of.state === "done" ? "text-soft line-through decoration-1" : ""}>{s.title}</span>
                      <span className="text-[13px] text-soft">{of.state === "planned" ? "" : of.state === "done" ? <Check size={16} className="text-moss" aria-label="done" /> : of.state}</span>
                    </button>
                  </li>
                );
              })}
            </ol>
          </nav>
        )}
      </main>
      <footer className="grid grid-cols-[6rem_8.5rem_minmax(0,1fr)] gap-2 border-t border-rule p-2 text-[19px] desk:grid-cols-[9rem_12rem_minmax(0,1fr)]">
        <button type="button" className="btn min-h-16 justify-center" disabled={at === 0} onClick={() => show(at - 1)}>
          <ChevronLeft size={22} aria-hidden /> Back
        </button>
        {done ? (
          <button type="button" className="btn min-h-16 justify-center" onClick={() => tick(id, step.key, "undo", hand)}>
            Not done
          </button>
        ) : (
          <button type="button" className="btn min-h-16 justify-center" onClick={toggle}>
            {became.state === "begun" ? (
              <>
                <Pause size={20} aria-hidden /> Pause <Running since={became.since} spent={became.spent} />
              </>
            ) : (
              <>
                <Play size={20} aria-hidden /> Begin
              </>
            )}
          </button>
        )}
        <button type="button" className="btn btn-act min-h-16 justify-center font-semibold" onClick={once} disabled={done && at === steps.length - 1}>
          {done ? "Next" : gated ? "Read it first" : step.gate ? "Looked at: done, next" : held ? "Done all the same, next" : "Done, next"}
        </button>
      </footer>
    </div>
  );
}

interface Became {
  state: OperationOut["state"];
  told: string;
  spent: number;
  since: number;
}

/** What became of a step, with what was ticked here and is not sent yet. */
function expected(row: OperationOut | undefined, ticked: Tick[], since: number, dayName: (iso: string) => string): Became {
  const last = ticked.at(-1);
  const spent = row?.seconds ?? 0;
  if (last) return { state: last.do === "done" ? "done" : last.do === "begin" ? "begun" : last.do === "pause" ? "paused" : row?.done_at ? "paused" : "planned", told: "", spent, since };
  if (!row) return { state: "planned", told: "", spent: 0, since };
  const told = row.state === "done" && row.done_at ? `Done by ${row.hand}, ${dayName(row.done_at)} ${clock(row.done_at)}, in ${Math.max(1, Math.round(row.seconds / 60))} min` : row.state === "begun" ? `${row.hand} is at it` : "";
  return { state: row.state, told, spent, since };
}

/** What a step has to wait for: the one before that still dries, and until when. `besides` is one that is done this moment. */
function heldBy(step: Step, steps: Step[], became: OperationOut[], now: string, dayName: (iso: string) => string, besides = ""): string | null {
  for (const key of step.after) {
    const before = steps.find((s) => s.key === key);
    const row = became.find((o) => o.key === key);
    if (!before || key === besides) continue;
    if (!row?.done_at) return `after “${before.title}”, which isn’t done`;
    if (row.until && row.until.length > 0 && Date.parse(row.until) > Date.parse(now)) return `“${before.title}” waits till ${clock(row.until)}${row.until.slice(0, 10) === now.slice(0, 10) ? "" : `, ${dayName(row.until)}`}`;
  }
  return null;
}

function Running({ since, spent }: { since: number; spent: number }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const beat = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(beat);
  }, []);
  const seconds = Math.max(0, spent + Math.round((now - since) / 1000));
  return (
    <span className="fig">
      {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, "0")}
    </span>
  );
}

/** The drawing of what a step has in hand; below it all is laid apart: in colour what is in hand, grey what is there already, pale what comes. */
function BenchDrawing({ plan, steps, at, unit, blind }: { plan: Plan; steps: readonly Step[]; at: number; unit: "mm" | "in"; blind: boolean }) {
  const step = steps[at];
  const view = plan.views.find((v) => v.key === step?.view) ?? plan.views[0];
  const apart = plan.views.find((v) => v.key === "apart");
  // Nothing is typed over here: the sheet is for that. Where something is read, no number says what it should be.
  const shown = useMemo(() => ({ ...plan, figures: blind ? {} : Object.fromEntries(Object.entries(plan.figures).map(([name, f]) => [name, { ...f, edit: null }])) }), [plan, blind]);
  const turns = useMemo(() => ({ now: new Set(step?.lies), before: new Set(steps.slice(0, at).flatMap((s) => s.lies)) }), [step, steps, at]);
  if (!view || !step) return <div className="bg-sheet" />;
  return (
    <div className={`grid min-h-0 gap-px ${apart ? "grid-rows-[minmax(0,1fr)_minmax(0,1fr)]" : ""}`}>
      {[view, ...(apart ? [apart] : [])].map((each) => (
        <figure key={each.key} className="paper relative min-h-0 bg-sheet" aria-label={each.title}>
          <Drawing
            plan={shown}
            view={{ ...each, handles: [], marks: each === apart ? [] : each.marks }}
            stage={step.stage}
            unit={unit}
            onPoint={nothing}
            onOpen={nothing}
            onDrag={nothing}
            onNudge={nothing}
            editor={nobody}
            turns={each === apart ? turns : undefined}
          />
          <figcaption className="pointer-events-none absolute top-1 left-2 text-[15px] font-semibold">{each.title.split(",")[0]}</figcaption>
        </figure>
      ))}
    </div>
  );
}
