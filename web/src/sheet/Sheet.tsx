import { ArrowLeft, Columns2 } from "lucide-react";
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import type { Edit, Handle, StageKey, ViewKey } from "../api/types";
import { Drawing, type Drag } from "../drawing/Drawing";
import { useKeys } from "../parts/keys";
import { pointAt } from "../parts/pointed";
import { Shortcuts } from "../parts/Shortcuts";
import { useUnits } from "../parts/units";
import { Checks } from "./Checks";
import { Conflict } from "./Conflict";
import { ArrangeBar } from "../things/ArrangeBar";
import { CutList } from "./CutList";
import { Figures } from "./Figures";
import { FigurePanel } from "./FigurePanel";
import { ItemList } from "../things/ItemList";
import { SmallView } from "./SmallView";
import { SheetHead } from "./SheetHead";
import { Note } from "./Note";
import { Ribbon } from "./Ribbon";
import { StageInputs } from "../inputs/StageInputs";
import { MissingPictures, Stuck } from "./Stuck";
import { WorkOrder } from "./WorkOrder";
import { usePiece } from "../piece/usePiece";
import { useWaysOut } from "../piece/useWaysOut";
import { useEditor } from "./useEditor";

const STAGES: readonly StageKey[] = ["measure", "display", "arrange", "depth", "hold", "cut", "hang"];
/** Drawings beside the large one wait until the hand pauses. */
const PAUSE_MS = 200;

export function Sheet() {
  const { id = "", stage: wanted } = useParams();
  return <Work key={id} id={id} wanted={STAGES.find((key) => key === wanted) ?? "measure"} />;
}

/** A value once it has stood still for a while; at once where nothing is being tried out. */
function usePaused<T>(value: T, busy: boolean): T {
  const [paused, setPaused] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setPaused(value), busy ? PAUSE_MS : 0);
    return () => window.clearTimeout(timer);
  }, [value, busy]);
  return busy ? paused : value;
}

function Work({ id, wanted }: { id: string; wanted: StageKey }) {
  // A drawing is large at the stage it was made large at.
  const [large, setLarge] = useState<{ stage: StageKey; view: ViewKey } | null>(null);
  const picked = large?.stage === wanted ? large.view : undefined;
  const looking = useMemo(() => ({ stage: wanted, view: picked }), [wanted, picked]);
  const work = usePiece(id, looking);
  const navigate = useNavigate();
  const missing = (useLocation().state as { missing?: string[] } | null)?.missing ?? [];
  const { unitFor, switchFrom } = useUnits();
  const [opened, setOpened] = useState<string | null>(null);
  const [help, setHelp] = useState(false);
  const { piece, edit, tryOut, dropTrial, undo, came } = work;
  const plan = work.trial ?? piece?.plan ?? null;
  // The large drawing follows the hand at once; what stands around it may come a moment later.
  const calm = useDeferredValue(plan);
  const aside = usePaused(calm, work.trial !== null);
  const stage = plan?.stages.find((s) => s.key === plan.opened);
  const mainView = plan?.views.find((v) => v.key === picked) ?? plan?.views.find((v) => v.key === stage?.views[0]);
  const mainKey = mainView?.key;
  const unit = unitFor(piece?.units ?? "mm");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const { askAbout } = work;
  const take = useCallback(
    (key: string, also: boolean) => {
      setChosen((now) => {
        if (!also) return new Set([key]);
        const next = new Set(now);
        if (!next.delete(key)) next.add(key);
        return next;
      });
      askAbout(key);
    },
    [askAbout],
  );

  // The stage last headed for: a key pressed while it is still being opened is meant for it, not for the one before.
  const heading = useRef(wanted);
  useEffect(() => {
    heading.current = wanted;
  }, [wanted]);
  const go = useCallback(
    (key: StageKey) => {
      heading.current = key;
      void navigate(`/pieces/${id}/${key}`);
    },
    [id, navigate],
  );
  const makeLarge = useCallback((view: ViewKey) => setLarge({ stage: heading.current, view }), []);
  const showHelp = useCallback(() => setHelp(true), []);
  const switchUnits = useCallback(() => switchFrom(unit), [switchFrom, unit]);

  const stageKeys = Object.fromEntries((plan?.stages ?? []).map((s, i) => [String(i + 1), () => go(s.key)]));
  useKeys({
    ...stageKeys,
    m: () => makeLarge("measured"),
    f: () => makeLarge("face"),
    s: () => makeLarge("section"),
    b: () => makeLarge("back"),
    "mod+a": () => setChosen(new Set((plan?.items ?? []).map((i) => i.key))),
    u: switchUnits,
    w: () => void navigate(`/pieces/${id}/ways`),
    escape: () => (opened ? setOpened(null) : setChosen(new Set())),
    "?": showHelp,
    "mod+z": undo,
    "mod+shift+z": work.redo,
    "mod+y": work.redo,
  });

  const name = piece?.name;
  useEffect(() => {
    if (name) document.title = `${name} · Shadbo`;
  }, [name]);

  // A drag is tried out as it goes and saved once, when the hand lets go.
  const last = useRef(0);
  const onDrag = useCallback(
    (drag: Drag) => {
      if (!drag.done && drag.steps === last.current) return;
      last.current = drag.steps;
      const edits: Edit[] = [{ op: "nudge", pointer: drag.handle.pointer, steps: drag.steps, coarse: false, unit }];
      if (!drag.done) void tryOut(edits, mainKey);
      else {
        last.current = 0;
        if (drag.steps) edit(edits);
        else dropTrial();
      }
    },
    [edit, tryOut, dropTrial, unit, mainKey],
  );
  const onNudge = useCallback(
    (handle: Handle, steps: number, coarse: boolean) => edit([{ op: "nudge", pointer: handle.pointer, steps, coarse, unit }], true),
    [edit, unit],
  );

  const items = plan?.items;
  const moving = useMemo(() => {
    if (!items?.length) return undefined;
    return {
      items,
      inHand: new Set(items.filter((i) => chosen.has(i.key)).map((i) => i.part)),
      onTake: take,
      onMove: (keys: string[], right: number, down: number, free: boolean, done: boolean) => {
        const edits: Edit[] = [{ op: "move", items: keys, right, down, unit, coarse: false, snap: !free }];
        if (!done) void tryOut(edits, mainKey);
        else if (right || down) edit(edits);
        else dropTrial();
      },
      onNudge: (keys: string[], right: number, down: number, coarse: boolean) => edit([{ op: "move", items: keys, right, down, unit, coarse, snap: false }], true),
      onRemove: (keys: string[]) => edit([{ op: "remove_items", items: keys }]),
    };
  }, [items, chosen, take, unit, tryOut, edit, dropTrial, mainKey]);

  const writeNote = useCallback((text: string) => edit([{ op: "write", pointer: "/note", text }]), [edit]);
  const ways = useWaysOut(piece, work.saving === "saved" && work.trial === null);
  const editor = useEditor(work, stage?.inputs, unit);

  if (work.missing) {
    return (
      <main className="p-10">
        <h1 className="text-xl font-semibold">{work.missing.message}</h1>
        <p className="mt-1">{work.missing.detail}</p>
        <Link to="/" className="btn mt-4">
          <ArrowLeft size={16} /> To the rack
        </Link>
      </main>
    );
  }
  const calmStage = calm?.stages.find((s) => s.key === stage?.key);
  if (!piece || !plan || !stage || !calm || !calmStage || !mainView) return <p className="p-10 text-soft">Fetching the piece…</p>;

  const others = stage.views.filter((key) => key !== mainView.key).slice(0, stage.key === "cut" ? 2 : 5);
  const inHand = plan.items.filter((i) => chosen.has(i.key)).map((i) => i.key);
  const arranging = stage.key === "arrange" && mainView.key === "face" && plan.items.length > 1;
  const small = others.map((key) => {
    const view = aside?.views.find((v) => v.key === key) ?? plan.views.find((v) => v.key === key);
    return view && <SmallView key={key} view={view} stage={stage.key} unit={unit} onLarge={makeLarge} />;
  });

  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] overflow-hidden">
      <SheetHead work={work} piece={piece} unit={unit} onHelp={showHelp} onUnits={switchUnits} />
      <div>
        <Stuck piece={piece} query={work.query} onBack={came} />
        <MissingPictures names={missing} onHeard={() => void navigate(".", { replace: true, state: null })} />
      </div>
      <Ribbon stages={plan.stages} current={plan.stages.some((s) => s.key === wanted) ? wanted : stage.key} onGo={go} verdict={plan.verdict} unit={unit} />
      <main className="grid min-h-0 grid-cols-[17.5rem_minmax(0,1fr)_19rem]">
        <div className="scroll min-h-0 border-r border-rule" tabIndex={stage.inputs.length > 0 ? -1 : 0} role="region" aria-label={`${stage.label}: what is asked`}>
          {calm.items.length > 0 && (stage.key === "measure" || stage.key === "arrange" || stage.key === "hold") && (
            <ItemList items={calm.items} focus={calm.focus} chosen={chosen} unit={unit} onTake={take} onEdit={edit} onPoint={pointAt} />
          )}
          {stage.key === "display" && (
            <Link to={`/pieces/${id}/ways`} className="btn m-3 mb-0 text-act">
              <Columns2 size={16} aria-hidden /> Other ways of showing it
            </Link>
          )}
          <StageInputs id={id} stage={calmStage} unit={unit} onTry={tryOut} onEdit={edit} onDrop={dropTrial} onUndo={undo} onPoint={pointAt} />
          {stage.key === "measure" && <Note value={piece.note} onWrite={writeNote} />}
          {stage.key === "cut" && <WorkOrder plan={calm} unit={unit} onPoint={pointAt} />}
        </div>
        <div className={`grid min-h-0 gap-px bg-rule ${stage.key === "cut" ? "grid-rows-[minmax(0,1fr)_minmax(0,19rem)]" : "grid-rows-[minmax(0,1fr)_minmax(0,11.5rem)]"}`}>
          <figure className="relative min-h-0 bg-sheet">
            <figcaption className="absolute left-3 top-2 z-10 text-[13px] font-semibold">{mainView.title}</figcaption>
            {arranging && <ArrangeBar keys={inHand} count={plan.items.length} onEdit={edit} />}
            <Drawing plan={plan} stage={stage.key} unit={unit} view={mainView} moving={arranging ? moving : undefined} onPoint={pointAt} onOpen={setOpened} onDrag={onDrag} onNudge={onNudge} editor={editor} />
          </figure>
          {stage.key === "cut" ? (
            <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_8.5rem] gap-px">
              <CutList plan={calm} unit={unit} onPoint={pointAt} onOpen={setOpened} />
              <div className="grid min-h-0 grid-rows-2 gap-px">{small}</div>
            </div>
          ) : (
            <div className={`grid min-h-0 gap-px ${["grid-cols-1", "grid-cols-1", "grid-cols-2", "grid-cols-3", "grid-cols-4", "grid-cols-5"][others.length]}`}>{small}</div>
          )}
        </div>
        <aside className="scroll min-h-0 border-l border-rule bg-sheet/60" aria-label="Figures and checks">
          {opened ? (
            <FigurePanel id={id} version={piece.version} name={opened} unit={unit} onClose={() => setOpened(null)} onOpen={setOpened} onPoint={pointAt} />
          ) : (
            <>
              {work.faults.map((fault) => (
                <p key={fault.pointer + fault.message} role="alert" className="m-3 border-l-4 border-l-stop bg-stop-wash p-2 leading-snug">
                  {fault.field}: {fault.message}. Accepted: {fault.accepted}
                  <button type="button" className="ml-2 text-act underline" onClick={work.heard}>
                    Seen
                  </button>
                </p>
              ))}
              <Checks checks={piece.plan.checks} ways={ways} unit={unit} onTry={tryOut} onLeave={dropTrial} onEdit={edit} onPoint={pointAt} onOpen={setOpened} />
              <Figures figures={calm.figures} names={calmStage.figures} unit={unit} onOpen={setOpened} onPoint={pointAt} />
              <p className="px-3 pb-4 text-[12.5px] leading-snug text-soft">
                Added up again on {plan.proved} lines; all hold. {plan.proofs.length > 0 && `First: ${plan.proofs[0]?.line}.`}
              </p>
            </>
          )}
        </aside>
      </main>
      {work.conflict && <Conflict conflict={work.conflict} onTheirs={() => void work.takeTheirs()} onMine={() => void work.putMineOver()} />}
      <Shortcuts open={help} onClose={() => setHelp(false)} />
    </div>
  );
}
