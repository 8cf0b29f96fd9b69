import { ArrowLeft, Columns2 } from "lucide-react";
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import type { Edit, ViewKey } from "../api/types";
import type { Place } from "../drawing/Marks";
import { Drawing, type Drag } from "../drawing/Drawing";
import { TapeField } from "../fields/TapeField";
import { useKeys } from "../parts/keys";
import { Shortcuts } from "../parts/Shortcuts";
import { useUnits } from "../parts/units";
import { Checks } from "./Checks";
import { Conflict } from "./Conflict";
import { ArrangeBar } from "./ArrangeBar";
import { CutList } from "./CutList";
import { Figures } from "./Figures";
import { FigurePanel } from "./FigurePanel";
import { ItemList } from "./ItemList";
import { SmallView } from "./SmallView";
import { SheetHead } from "./SheetHead";
import { Note } from "./Note";
import { Ribbon } from "./Ribbon";
import { StageInputs } from "./StageInputs";
import { MissingPictures, Stuck } from "./Stuck";
import { WorkOrder } from "./WorkOrder";
import { usePiece } from "./usePiece";

export function Sheet() {
  const { id = "", stage: wanted } = useParams();
  return <Work key={id} id={id} wanted={wanted} />;
}

function Work({ id, wanted }: { id: string; wanted: string | undefined }) {
  const work = usePiece(id);
  const navigate = useNavigate();
  const missing = (useLocation().state as { missing?: string[] } | null)?.missing ?? [];
  const { unitFor, switchFrom } = useUnits();
  const [large, setLarge] = useState<ViewKey | null>(null);
  const [opened, setOpened] = useState<string | null>(null);
  const [part, setPart] = useState<string | null>(null);
  const [help, setHelp] = useState(false);
  const { piece, edit, tryOut, dropTrial } = work;
  const plan = work.trial ?? piece?.plan ?? null;
  // The large drawing follows the hand at once; what stands around it may come a moment later.
  const calm = useDeferredValue(plan);
  const stage = plan?.stages.find((s) => s.key === wanted) ?? plan?.stages[0];
  const unit = unitFor(piece?.units ?? "mm");
  const lit = useMemo(() => new Set(part ? [part] : []), [part]);
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

  const go = useCallback(
    (key: string) => {
      setLarge(null);
      void navigate(`/pieces/${id}/${key}`);
    },
    [id, navigate],
  );

  const stageKeys = Object.fromEntries((plan?.stages ?? []).map((s, i) => [String(i + 1), () => go(s.key)]));
  useKeys({
    ...stageKeys,
    m: () => setLarge("measured"),
    f: () => setLarge("face"),
    s: () => setLarge("section"),
    b: () => setLarge("back"),
    "mod+a": () => setChosen(new Set((plan?.items ?? []).map((i) => i.key))),
    u: () => switchFrom(unit),
    w: () => void navigate(`/pieces/${id}/ways`),
    escape: () => (opened ? setOpened(null) : setChosen(new Set())),
    "?": () => setHelp(true),
    "mod+z": () => work.undo(),
    "mod+shift+z": () => work.redo(),
    "mod+y": () => work.redo(),
  });

  useEffect(() => {
    if (piece) document.title = `${piece.name} · Shadbo`;
  }, [piece]);

  // A drag is tried out as it goes and saved once, when the hand lets go.
  const last = useRef(0);
  const onDrag = useCallback(
    (drag: Drag) => {
      if (!drag.done && drag.steps === last.current) return;
      last.current = drag.steps;
      const edits: Edit[] = [{ op: "nudge", pointer: drag.handle.pointer, steps: drag.steps, coarse: false, unit }];
      if (!drag.done) void tryOut(edits);
      else {
        last.current = 0;
        if (drag.steps) edit(edits);
        else dropTrial();
      }
    },
    [edit, tryOut, dropTrial, unit],
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
        if (!done) void tryOut(edits);
        else if (right || down) edit(edits);
        else dropTrial();
      },
      onNudge: (keys: string[], right: number, down: number, coarse: boolean) => edit([{ op: "move", items: keys, right, down, unit, coarse, snap: false }], true),
      onRemove: (keys: string[]) => edit([{ op: "remove_items", items: keys }]),
    };
  }, [items, chosen, take, unit, tryOut, edit, dropTrial]);

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
  if (!piece || !plan || !stage || !calm || !calmStage) return <p className="p-10 text-soft">Fetching the piece…</p>;

  const mainView = plan.views.find((v) => v.key === large) ?? plan.views.find((v) => v.key === stage.views[0]);
  if (!mainView) return null;
  const others = stage.views.filter((key) => key !== mainView.key).slice(0, stage.key === "cut" ? 2 : 5);
  const inHand = plan.items.filter((i) => chosen.has(i.key)).map((i) => i.key);
  const arranging = stage.key === "arrange" && mainView.key === "face" && plan.items.length > 1;

  function editor(place: Place, close: () => void) {
    if (!("figure" in place)) {
      const edits = (text: string): Edit[] => ("side" in place ? [{ op: "station", side: place.side, at: place.at, text, unit }] : [{ op: "type", pointer: place.pointer, text, unit }]);
      return (
        <TapeField
          autoFocus
          once
          labelHidden
          label={place.label}
          shown={null}
          unit={unit}
          optional
          onTry={(text) => tryOut(edits(text))}
          onCommit={(text, goesOn, settle) => edit(edits(text), goesOn, settle)}
          onDrop={dropTrial}
          onUndo={work.undo}
          onLeave={close}
        />
      );
    }
    const { figure } = place;
    const input = plan?.stages.flatMap((s) => s.inputs).find((i) => i.kind === "length" && i.pointer === figure.edit);
    const pointer = figure.edit ?? "";
    return (
      <TapeField
        autoFocus
        labelHidden
        label={figure.label}
        shown={figure.shown ?? null}
        typed={input?.kind === "length" && input.tape === unit ? input.typed : null}
        unit={unit}
        onTry={(text) => tryOut([{ op: "type", pointer, text, unit }])}
        onCommit={(text, goesOn, settle) => edit([{ op: "type", pointer, text, unit }], goesOn, settle)}
        onDrop={dropTrial}
        onUndo={work.undo}
        onNudge={(steps, coarse) => edit([{ op: "nudge", pointer, steps, coarse, unit }], true)}
        onLeave={() => {
          close();
        }}
      />
    );
  }
  const drawing = { plan, stage: stage.key, unit, lit, onPoint: setPart, onOpen: setOpened, onDrag, editor };

  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_auto_minmax(0,1fr)] overflow-hidden">
      <SheetHead work={work} piece={piece} unit={unit} onHelp={() => setHelp(true)} onUnits={() => switchFrom(unit)} />
      <div>
        <Stuck piece={piece} onBack={(back) => work.came(back)} />
        <MissingPictures names={missing} onHeard={() => void navigate(".", { replace: true, state: null })} />
      </div>
      <Ribbon stages={plan.stages} current={stage.key} onGo={go} verdict={plan.verdict} unit={unit} />
      <main className="grid min-h-0 grid-cols-[17.5rem_minmax(0,1fr)_19rem]">
        <div className="scroll min-h-0 border-r border-rule" tabIndex={stage.inputs.length > 0 ? -1 : 0} role="region" aria-label={`${stage.label}: what is asked`}>
          {calm.items.length > 0 && (stage.key === "measure" || stage.key === "arrange" || stage.key === "hold") && (
            <ItemList items={calm.items} focus={calm.focus} chosen={chosen} unit={unit} onTake={take} onEdit={edit} onPoint={setPart} />
          )}
          {stage.key === "display" && (
            <Link to={`/pieces/${id}/ways`} className="btn m-3 mb-0 text-act">
              <Columns2 size={16} aria-hidden /> Other ways of showing it
            </Link>
          )}
          <StageInputs id={id} stage={calmStage} unit={unit} onTry={tryOut} onEdit={edit} onDrop={dropTrial} onUndo={work.undo} onPoint={setPart} />
          {stage.key === "measure" && <Note value={piece.note} onWrite={(text) => edit([{ op: "write", pointer: "/note", text }])} />}
          {stage.key === "cut" && <WorkOrder plan={calm} unit={unit} onPoint={setPart} />}
        </div>
        <div className={`grid min-h-0 gap-px bg-rule ${stage.key === "cut" ? "grid-rows-[minmax(0,1fr)_minmax(0,19rem)]" : "grid-rows-[minmax(0,1fr)_minmax(0,11.5rem)]"}`}>
          <figure className="relative min-h-0 bg-sheet">
            <figcaption className="absolute left-3 top-2 z-10 text-[13px] font-semibold">{mainView.title}</figcaption>
            {arranging && <ArrangeBar keys={inHand} count={plan.items.length} onEdit={edit} />}
            <Drawing {...drawing} view={mainView} moving={arranging ? moving : undefined} onNudge={(handle, steps, coarse) => edit([{ op: "nudge", pointer: handle.pointer, steps, coarse, unit }], true)} />
          </figure>
          {stage.key === "cut" ? (
            <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_8.5rem] gap-px">
              <CutList plan={calm} unit={unit} lit={lit} onPoint={setPart} onOpen={setOpened} />
              <div className="grid min-h-0 grid-rows-2 gap-px">{others.map((key) => (
            <SmallView key={key} plan={calm} view={key} stage={stage.key} unit={unit} lit={lit} onLarge={setLarge} />
          ))}</div>
            </div>
          ) : (
            <div className={`grid min-h-0 gap-px ${["grid-cols-1", "grid-cols-1", "grid-cols-2", "grid-cols-3", "grid-cols-4", "grid-cols-5"][others.length]}`}>{others.map((key) => (
            <SmallView key={key} plan={calm} view={key} stage={stage.key} unit={unit} lit={lit} onLarge={setLarge} />
          ))}</div>
          )}
        </div>
        <aside className="scroll min-h-0 border-l border-rule bg-sheet/60" aria-label="Figures and checks">
          {opened ? (
            <FigurePanel id={id} version={piece.version} name={opened} unit={unit} onClose={() => setOpened(null)} onOpen={setOpened} onPoint={setPart} />
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
              <Checks checks={piece.plan.checks} unit={unit} onTry={tryOut} onLeave={dropTrial} onEdit={edit} onPoint={setPart} onOpen={setOpened} />
              <Figures plan={calm} names={calmStage.figures} unit={unit} onOpen={setOpened} onPoint={setPart} />
              <p className="px-3 pb-4 text-[12.5px] leading-snug text-soft">
                Added up again on {plan.proofs.length} lines; all hold. {plan.proofs.length > 0 && `First: ${plan.proofs[0]?.line}.`}
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
