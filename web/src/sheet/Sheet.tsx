import { ArrowLeft } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Edit, Figure, StageKey, ViewKey } from "../api/types";
import { Drawing, type Drag } from "../drawing/Drawing";
import { Length } from "../fields/Length";
import { TapeField } from "../fields/TapeField";
import { useKeys } from "../parts/keys";
import { Shortcuts } from "../parts/Shortcuts";
import { useUnits } from "../parts/units";
import { Checks } from "./Checks";
import { Conflict } from "./Conflict";
import { CutList } from "./CutList";
import { FigurePanel } from "./FigurePanel";
import { SheetHead } from "./SheetHead";
import { Ribbon } from "./Ribbon";
import { StageInputs } from "./StageInputs";
import { WorkOrder } from "./WorkOrder";
import { usePiece } from "./usePiece";

const LARGE: Record<StageKey, ViewKey> = { measure: "face", display: "face", depth: "section", cut: "back" };
const VIEW_NAMES: Record<ViewKey, string> = { face: "Face", section: "Section", back: "Back" };

export function Sheet() {
  const { id = "", stage: wanted } = useParams();
  return <Work key={id} id={id} wanted={wanted} />;
}

function Work({ id, wanted }: { id: string; wanted: string | undefined }) {
  const work = usePiece(id);
  const navigate = useNavigate();
  const { unitFor, switchFrom } = useUnits();
  const [large, setLarge] = useState<ViewKey | null>(null);
  const [opened, setOpened] = useState<string | null>(null);
  const [part, setPart] = useState<string | null>(null);
  const [help, setHelp] = useState(false);
  const { piece, edit, tryOut, dropTrial } = work;
  const plan = work.trial ?? piece?.plan ?? null;
  const stage = plan?.stages.find((s) => s.key === wanted) ?? plan?.stages[0];
  const unit = unitFor(piece?.units ?? "mm");
  const lit = useMemo(() => new Set(part ? [part] : []), [part]);

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
    f: () => setLarge("face"),
    s: () => setLarge("section"),
    b: () => setLarge("back"),
    u: () => switchFrom(unit),
    escape: () => setOpened(null),
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
  if (!piece || !plan || !stage) return <p className="p-10 text-soft">Fetching the piece…</p>;

  const main = large ?? LARGE[stage.key];
  const others = plan.views.filter((v) => v.key !== main);
  const mainView = plan.views.find((v) => v.key === main);
  if (!mainView) return null;

  function onTry(edits: Edit[]) {
    return tryOut(edits);
  }
  function editor(figure: Figure, close: () => void) {
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
        onTry={(text) => onTry([{ op: "type", pointer, text, unit }])}
        onCommit={(text, goesOn, settle) => edit([{ op: "type", pointer, text, unit }], goesOn, settle)}
        onDrop={dropTrial}
        onNudge={(steps, coarse) => edit([{ op: "nudge", pointer, steps, coarse, unit }], true)}
        onLeave={() => {
          close();
        }}
      />
    );
  }
  const drawing = { plan, stage: stage.key, unit, lit, onPoint: setPart, onOpen: setOpened, onDrag, editor };

  return (
    <div className="grid h-full grid-rows-[auto_auto_minmax(0,1fr)] overflow-hidden">
      <SheetHead work={work} piece={piece} unit={unit} onHelp={() => setHelp(true)} onUnits={() => switchFrom(unit)} />
      <Ribbon stages={plan.stages} current={stage.key} onGo={go} verdict={plan.verdict} unit={unit} />
      <main className="grid min-h-0 grid-cols-[17.5rem_minmax(0,1fr)_19rem]">
        <div className="scroll min-h-0 border-r border-rule" tabIndex={-1}>
          <StageInputs stage={stage} unit={unit} onTry={onTry} onEdit={edit} onDrop={dropTrial} onPoint={setPart} />
          {stage.key === "cut" && <WorkOrder plan={plan} unit={unit} onPoint={setPart} />}
        </div>
        <div className={`grid min-h-0 gap-px bg-rule ${stage.key === "cut" ? "grid-rows-[minmax(0,1fr)_minmax(0,19rem)]" : "grid-rows-[minmax(0,1fr)_minmax(0,11.5rem)]"}`}>
          <figure className="relative min-h-0 bg-sheet">
            <figcaption className="absolute left-3 top-2 z-10 text-[13px] font-semibold">{mainView.title}</figcaption>
            <Drawing {...drawing} view={mainView} onNudge={(handle, steps, coarse) => edit([{ op: "nudge", pointer: handle.pointer, steps, coarse, unit }], true)} />
          </figure>
          {stage.key === "cut" ? (
            <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_8.5rem] gap-px">
              <CutList plan={plan} unit={unit} lit={lit} onPoint={setPart} onOpen={setOpened} />
              <div className="grid min-h-0 grid-rows-2 gap-px">{others.map((view) => small(view.key))}</div>
            </div>
          ) : (
            <div className="grid min-h-0 grid-cols-2 gap-px">{others.map((view) => small(view.key))}</div>
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
              <Checks checks={piece.plan.checks} unit={unit} onTry={onTry} onLeave={dropTrial} onEdit={edit} onPoint={setPart} onOpen={setOpened} />
              <Figures names={stage.figures} />
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

  function small(key: ViewKey) {
    const view = plan?.views.find((v) => v.key === key);
    if (!view) return null;
    return (
      <figure key={key} className="relative min-h-0 bg-sheet">
        <Drawing {...drawing} view={view} small onNudge={() => undefined} />
        <button type="button" className="absolute inset-0 z-20 text-left" onClick={() => setLarge(key)} aria-label={`Draw the ${VIEW_NAMES[key].toLowerCase()} large`}>
          <span className="absolute left-2 top-1 text-[12.5px] font-semibold">{VIEW_NAMES[key]}</span>
        </button>
      </figure>
    );
  }

  function Figures({ names }: { names: string[] }) {
    return (
      <section className="px-3 pb-3" aria-label="Figures">
        <h2 className="border-b border-ink pb-0.5 font-semibold">Figures</h2>
        <ul>
          {names.map((name) => {
            const figure = plan?.figures[name];
            if (!figure) return null;
            return (
              <li key={name}>
                <button
                  type="button"
                  data-open={name}
                  className="flex w-full items-baseline justify-between gap-2 border-b border-dotted border-rule py-[3px] text-left hover:bg-act-wash"
                  onClick={() => setOpened(name)}
                  onPointerEnter={() => setPart(figure.parts.at(-1) ?? null)}
                  onPointerLeave={() => setPart(null)}
                >
                  <span className="leading-snug text-soft">{figure.label}</span>
                  <span className="text-[15px]">{figure.shown ? <Length shown={figure.shown} unit={unit} bare /> : <span className="fig">{figure.count}</span>}</span>
                </button>
              </li>
            );
          })}
        </ul>
      </section>
    );
  }
}

