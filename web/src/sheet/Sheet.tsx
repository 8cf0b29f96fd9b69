import { ArrowLeft, Columns2 } from "lucide-react";
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { Link, Redirect, useLocation, useParams } from "wouter";
import { useHistoryState } from "wouter/use-browser-location";
import { Problem } from "../api/client";
import type { Edit, Handle, Plan, StageKey, StagePanel, ViewKey } from "../api/types";
import { Drawing, type Drag } from "../drawing/Drawing";
import { useKeys } from "../parts/keys";
import { later } from "../parts/later";
import { pointAt } from "../parts/pointed";
import { Shortcuts } from "../parts/Shortcuts";
import { useUnits } from "../parts/units";
import { Checks } from "./Checks";
import { Conflict } from "./Conflict";
import { Looked, type LookedAt } from "./Looked";
import { Untaken } from "./Untaken";
import { ArrangeBar } from "../things/ArrangeBar";
import { CutList } from "./CutList";
import { Figures, Uneven } from "./Figures";
import { FigurePanel } from "./FigurePanel";
import { ItemList } from "../things/ItemList";
import { SmallView } from "./SmallView";
import { SheetHead } from "./SheetHead";
import { Note } from "./Note";
import { Ribbon } from "./Ribbon";
import { StageInputs } from "../inputs/StageInputs";
import { MissingPictures, Stuck } from "./Stuck";
import { WordsHere } from "../words/WordsHere";
import { WorkOrder } from "./WorkOrder";
import { useSeen } from "./useSeen";
import { usePiece } from "../piece/usePiece";
import { useWaysOut } from "../piece/useWaysOut";
import { useEditor } from "./useEditor";
import { useOpened } from "./useOpened";

const OutlineDialog = later(() => import("../inputs/OutlineDialog").then((m) => m.OutlineDialog));

const STAGES: readonly StageKey[] = ["measure", "display", "arrange", "depth", "hold", "cut", "hang"];
/** Drawings beside the large one wait until the hand pauses. */
const PAUSE_MS = 200;

export function Sheet() {
  const { id = "", stage: wanted } = useParams<{ id: string; stage?: string }>();
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
  const [address, navigate] = useLocation();
  const missing = useHistoryState<{ missing?: string[] } | null>()?.missing ?? [];
  const { unitFor, switchFrom } = useUnits();
  const { opened, open: openFigure, close: closeFigure } = useOpened();
  const [help, setHelp] = useState(false);
  const { piece, undo, came, edit: save, tryOut: tryPlain, dropTrial: letGo } = work;
  // A way out that is looked at: nothing is saved, no stage is ticked by it, and anything else that is done lets it go.
  const [looked, setLooked] = useState<LookedAt | null>(null);
  const edit = useCallback<typeof save>((...given) => (setLooked(null), save(...given)), [save]);
  const tryOut = useCallback<typeof tryPlain>((...given) => (setLooked(null), tryPlain(...given)), [tryPlain]);
  const dropTrial = useCallback(() => (setLooked(null), letGo()), [letGo]);
  const lookAt = useCallback(
    async (next: Omit<LookedAt, "preview">) => {
      const preview = await tryPlain(next.edits);
      if (preview && !(preview instanceof Problem)) setLooked({ ...next, preview });
    },
    [tryPlain],
  );
  const plan = work.trial ?? piece?.plan ?? null;
  // The large drawing follows the hand at once; what stands around it may come a moment later.
  const calm = useDeferredValue(plan);
  const aside = usePaused(calm, work.trial !== null);
  const stage = plan?.stages.find((s) => s.key === plan.opened);
  const mainView = plan?.views.find((v) => v.key === picked) ?? plan?.views.find((v) => v.key === stage?.views[0]);
  const mainKey = mainView?.key;
  const unit = unitFor(piece?.units ?? "mm");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const seen = useSeen(id, stage?.key);
  const { askAbout } = work;
  // A photograph is of the thing last taken in hand, also where its answer is still on the way.
  const [inMind, setInMind] = useState("");
  const [photographing, setPhotographing] = useState(false);
  const take = useCallback(
    (key: string, also: boolean) => {
      setChosen((now) => {
        if (!also) return new Set([key]);
        const next = new Set(now);
        if (!next.delete(key)) next.add(key);
        return next;
      });
      setInMind(key);
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
      navigate(`/pieces/${id}/${key}`);
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
    w: () => navigate(`/pieces/${id}/ways`),
    escape: () => (opened ? closeFigure() : setChosen(new Set())),
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
  if (piece?.sealed_by) return <Redirect to={`/records/${piece.sealed_by}`} replace />;
  if (!piece || !plan || !stage || !calm || !calmStage || !mainView) return <p className="p-10 text-soft">Fetching the piece…</p>;

  const asking = { id, unit, onTry: tryOut, onEdit: edit, onDrop: dropTrial, onUndo: undo, onPoint: pointAt, onPhotograph: setPhotographing };
  const here = new Set(stage.inputs.flatMap((i) => ("pointer" in i ? [i.pointer] : [])));
  const outline = stage.inputs.find((i) => i.kind === "outline" && (inMind === "" || i.item === inMind || !plan.items.some((one) => one.key === inMind)));
  const others = stage.views.filter((key) => key !== mainView.key);
  const inHand = plan.items.filter((i) => chosen.has(i.key)).map((i) => i.key);
  const arranging = stage.key === "arrange" && mainView.key === "face" && plan.items.length > 1;
  const small = others.map((key) => {
    const view = aside?.views.find((v) => v.key === key) ?? plan.views.find((v) => v.key === key);
    return view && <SmallView key={key} view={view} stage={stage.key} unit={unit} onLarge={makeLarge} />;
  });

  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_auto] overflow-y-auto desk:grid-rows-[auto_auto_auto_minmax(0,1fr)] desk:overflow-hidden">
      <SheetHead work={work} piece={piece} looked={looked !== null} unit={unit} onHelp={showHelp} onUnits={switchUnits} />
      <div>
        <Stuck piece={piece} query={work.query} onBack={came} />
        {looked && <Looked at={looked} unit={unit} onDo={() => edit(looked.edits)} onLeave={dropTrial} onStay={() => (heading.current = wanted)} />}
        <MissingPictures names={missing} onHeard={() => navigate(address, { replace: true })} />
      </div>
      <Ribbon plan={looked ? piece.plan : plan} seen={seen} current={plan.stages.some((s) => s.key === wanted) ? wanted : stage.key} onGo={go} unit={unit} />
      <main aria-busy={aside !== plan} className="grid grid-cols-1 desk:min-h-0 sm:grid-cols-2 desk:grid-cols-[17.5rem_minmax(0,1fr)_19rem]">
        <div className="scroll border-rule desk:min-h-0 desk:overflow-y-auto desk:border-r" tabIndex={stage.inputs.length > 0 ? -1 : 0} role="region" aria-label={`${stage.label}: what is asked`}>
          {calm.items.length > 0 && (stage.key === "measure" || stage.key === "arrange" || stage.key === "hold") && (
            <ItemList piece={id} items={calm.items} focus={calm.focus} chosen={chosen} unit={unit} onTake={take} onEdit={edit} onPoint={pointAt} />
          )}
          {stage.key === "display" && (
            <Link to={`/pieces/${id}/ways`} className="btn m-3 mb-0 text-act">
              <Columns2 size={16} aria-hidden /> Other ways of showing it
            </Link>
          )}
          <StageInputs {...asking} stage={calmStage} />
          {stage.key === "measure" && <Note piece={id} value={piece.note} onEdit={edit} />}
          {stage.key === "cut" && <WorkOrder {...asking} piece={piece} plan={calm} inputs={calmStage.inputs} />}
          <WordsHere texts={() => wordsOf(calmStage, calm)} />
        </div>
        <div
          className={`order-first grid grid-rows-[62vw_auto] gap-px border-b border-rule bg-rule sm:col-span-2 desk:order-none desk:col-span-1 desk:min-h-0 desk:border-b-0 ${stage.key === "cut" ? "desk:grid-rows-[minmax(0,1fr)_minmax(0,19rem)]" : "desk:grid-rows-[minmax(0,1fr)_minmax(0,11.5rem)]"}`}
        >
          <figure className="paper relative min-h-0 bg-sheet">
            <figcaption className="absolute left-3 top-2 z-10 text-[13px] font-semibold">{mainView.title}</figcaption>
            {arranging && <ArrangeBar keys={inHand} count={plan.items.length} onEdit={edit} />}
            <Drawing plan={plan} stage={stage.key} unit={unit} view={mainView} moving={arranging ? moving : undefined} onPoint={pointAt} onOpen={openFigure} onDrag={onDrag} onNudge={onNudge} editor={editor} />
          </figure>
          {stage.key === "cut" ? (
            <div className="grid min-h-0 gap-px desk:grid-cols-[minmax(0,1fr)_8.5rem]">
              <CutList {...asking} plan={calm} inputs={calmStage.inputs} onOpen={openFigure} />
              <div className="grid h-[26vw] min-h-0 auto-cols-[minmax(8rem,1fr)] grid-flow-col gap-px overflow-x-auto desk:h-auto desk:auto-cols-auto desk:auto-rows-[minmax(6rem,1fr)] desk:grid-flow-row desk:overflow-y-auto desk:overflow-x-hidden">{small}</div>
            </div>
          ) : (
            <div className="grid h-[26vw] min-h-0 auto-cols-[minmax(7.5rem,1fr)] grid-flow-col gap-px overflow-x-auto desk:h-auto">{small}</div>
          )}
        </div>
        <aside className="scroll border-l desk:min-h-0 border-rule bg-sheet/60 desk:overflow-y-auto" aria-label="Figures and checks">
          {opened ? (
            <FigurePanel id={id} version={piece.version} name={opened} unit={unit} onClose={closeFigure} onOpen={openFigure} onPoint={pointAt} />
          ) : (
            <>
              <Untaken piece={id} here={here} faults={work.faults} onHeard={work.heard} />
              <Checks checks={piece.plan.checks} ways={ways} unit={unit} looked={looked} onLook={lookAt} onLeave={dropTrial} onEdit={edit} onPoint={pointAt} onOpen={openFigure} />
              <Figures figures={calm.figures} names={calmStage.figures} unit={unit} onOpen={openFigure} onPoint={pointAt} />
              <Uneven sums={calm.uneven} unit={unit} onOpen={openFigure} />
              <p className="px-3 pb-4 text-[12.5px] leading-snug text-soft">
                Added up again on {plan.proved} lines; all hold. {plan.proofs.length > 0 && `First: ${plan.proofs[0]?.line}.`}
              </p>
            </>
          )}
        </aside>
      </main>
      {work.conflict?.open && (
        <Conflict key={work.conflict.version} conflict={work.conflict} onClose={() => work.lookAtConflict(false)} onSettle={(mine) => work.conflict && void work.settleWith(work.conflict.version, mine)} />
      )}
      {photographing && outline?.kind === "outline" && <OutlineDialog key={outline.item} input={outline} unit={unit} onClose={() => setPhotographing(false)} onEdit={edit} />}
      <Shortcuts open={help} onClose={() => setHelp(false)} />
    </div>
  );
}

/** What stands written on a stage: what it asks, its figures, and the words on its drawings. */
function wordsOf(stage: StagePanel, plan: Plan): string[] {
  const inputs = stage.inputs.flatMap((i) => [i.group, "label" in i ? i.label : ""]);
  const figures = stage.figures.map((name) => plan.figures[name]?.label ?? "");
  const lines = plan.views.flatMap((view) => view.dimensions.filter((d) => d.stages.includes(stage.key)).map((d) => d.name));
  const steps = stage.key === "cut" ? plan.steps.map((step) => step.title) : [];
  return [...inputs, ...figures, ...lines, ...steps];
}
