import { Plus, X } from "lucide-react";
import { Fragment, memo, useState, type ReactNode } from "react";
import { Problem } from "../api/client";
import type { ActionInput, ChoiceInput, Edit, Input, LengthInput, Preview, StagePanel, Unit } from "../api/types";
import { plainSay, Sentence } from "../fields/Length";
import { TapeField } from "../fields/TapeField";
import { MassField, NumberField, WordsField } from "./OtherInputs";
import { OutlineField } from "./OutlineField";
import { PictureField } from "./PictureField";
import { rove, tabStop } from "../parts/roving";
import type { PieceWork } from "../piece/usePiece";
import { useWords } from "../words/useWords";

export interface Asking {
  id: string;
  unit: Unit;
  onTry: (edits: Edit[]) => Promise<Preview | Problem | null>;
  onEdit: PieceWork["edit"];
  onDrop: () => void;
  onUndo: () => void;
  onPoint: (part: string | null) => void;
  onPhotograph: (open: true) => void;
}

/** What a stage asks, drawn from the plan: fields and choices, no rule of the trade. */
export const StageInputs = memo(function StageInputs({ stage, ...asking }: Asking & { stage: StagePanel }) {
  const { unit } = asking;
  const groups = [...Map.groupBy(stage.inputs.filter((i) => !rowOf(i)), (i) => i.group)];
  return (
    <div className="space-y-4 p-3">
      <p className="text-soft leading-snug">
        <Sentence say={stage.asks} unit={unit} />
      </p>
      {groups.map(([group, inputs]) => (
        <Group key={stage.key + group} title={group} inputs={inputs}>
          <div className="space-y-2">
            {inputs.map((input) => (
              <Fragment key={"pointer" in input ? input.pointer : "key" in input ? input.key : input.item}>
                <One {...asking} input={input} />
              </Fragment>
            ))}
          </div>
        </Group>
      ))}
    </div>
  );
});

/** The part in whose row of the lists something is asked; nothing for a field of the stage. */
export function rowOf(input: Input): string {
  return "row" in input ? input.row : "";
}

/** What is asked in the row of one part. */
export function RowInputs({ inputs, ...asking }: Asking & { inputs: Input[] }) {
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      {inputs.map((input) => (
        <div key={"pointer" in input ? input.pointer : "key" in input ? input.key : input.item} className="max-w-72">
          <One {...asking} input={input} />
        </div>
      ))}
    </div>
  );
}

/** A group of inputs; folded up while nothing in it was read and nothing has to be. */
function Group({ title, inputs, children }: { title: string; inputs: Input[]; children: ReactNode }) {
  const idle = inputs.every((i) => i.kind === "length" && i.optional && !i.shown && i.hint.length === 0);
  const [open, setOpen] = useState(!idle);
  const shut = idle && !open;
  return (
    <section aria-label={title}>
      <h2 className="mb-1.5 border-b border-rule pb-0.5 font-semibold">
        {idle ? (
          <button type="button" className="flex w-full items-center justify-between font-semibold hover:text-act" aria-expanded={open} onClick={() => setOpen(!open)}>
            {title} <Plus size={14} aria-hidden className={open ? "rotate-45" : ""} />
          </button>
        ) : (
          title
        )}
      </h2>
      {!shut && children}
    </section>
  );
}

/** Drawn anew only when it is asked differently. */
const One = memo(function One(props: Asking & { input: Input }) {
  const { input } = props;
  switch (input.kind) {
    case "length":
      return <OneLength {...props} input={input} />;
    case "choice":
      return <OneChoice {...props} input={input} />;
    case "mass":
      return <MassField {...props} input={input} />;
    case "number":
      return <NumberField {...props} input={input} />;
    case "words":
      return <WordsField {...props} input={input} />;
    case "file":
      return <PictureField {...props} input={input} />;
    case "outline":
      return <OutlineField {...props} input={input} />;
    case "action":
      return <Action {...props} input={input} />;
  }
});

function OneLength(props: Asking & { input: LengthInput }) {
  const { input, unit, onTry, onEdit, onDrop, onUndo, onPoint } = props;
  const [again, setAgain] = useState(false);
  const { meaning } = useWords();
  return (
    <div className="relative" title={meaning(input.label)} onPointerEnter={() => onPoint(input.parts.at(-1) ?? null)} onPointerLeave={() => onPoint(null)}>
      <TapeField
        key={unit}
        at={{ piece: props.id, pointer: input.pointer }}
        label={input.label}
        shown={input.shown ?? null}
        typed={input.tape === unit ? input.typed : null}
        unit={unit}
        follows={input.follows}
        optional={input.optional}
        empty={input.empty}
        onTry={(text) => onTry([{ op: "type", pointer: input.pointer, text, unit }])}
        onCommit={(text, goesOn, settle) => onEdit([{ op: "type", pointer: input.pointer, text, unit }], goesOn, settle)}
        onDrop={onDrop}
        onUndo={onUndo}
        onNudge={input.shown ? (steps, coarse) => onEdit([{ op: "nudge", pointer: input.pointer, steps, coarse, unit }], true) : undefined}
        onAgain={input.again && input.tape ? () => setAgain(true) : undefined}
        onFocusPart={(on) => onPoint(on ? (input.parts[0] ?? null) : null)}
      />
      {input.again && input.tape && !again && (
        <button type="button" tabIndex={-1} className="absolute right-8 top-1.5 text-act hover:bg-act-wash" aria-label={`Read ${input.label} again`} title="Read it again (Shift+Enter in the field)" onClick={() => setAgain(true)}>
          <Plus size={13} aria-hidden />
        </button>
      )}
      {input.again && again && (
        <div className="mt-1">
          <TapeField
            key={unit + input.again}
            autoFocus
            optional
            label={`${input.label}, again`}
            shown={null}
            unit={unit}
            onTry={(text) => onTry([{ op: "type", pointer: input.again ?? "", text, unit }])}
            onCommit={(text, goesOn, settle) => onEdit([{ op: "type", pointer: input.again ?? "", text, unit }], goesOn, settle)}
            onDrop={onDrop}
            onUndo={onUndo}
            onLeave={() => setAgain(false)}
          />
        </div>
      )}
      {input.slide && <Slide {...props} input={input} {...input.slide} />}
      {input.hint.length > 0 && (
        <p className="mt-1 text-[12.5px] leading-snug text-soft">
          <Sentence say={input.hint} unit={unit} />
        </p>
      )}
    </div>
  );
}

/** A length slid by hand, a millimetre a step: tried out as it goes, saved when it is let go. */
function Slide({ input, low, high, at, onTry, onEdit, onDrop }: Asking & { input: LengthInput; low: number; high: number; at: number }) {
  const edits = (mm: number): Edit[] => [{ op: "type", pointer: input.pointer, text: `${mm} mm`, unit: "mm" }];
  return (
    <Range
      label={`Slide ${input.label}`}
      low={low}
      high={high}
      at={at}
      said={(mm) => `${mm} mm`}
      onTry={(mm) => void onTry(edits(mm))}
      onSet={(mm) => onEdit(edits(mm))}
      onDrop={onDrop}
    />
  );
}

/** One of an ordered few, slid from one to the next. */
function Slider({ input, unit, onTry, onEdit, onDrop, onPoint }: Asking & { input: ChoiceInput }) {
  const said = (i: number) => plainSay(input.options[i]?.label ?? [], unit);
  const edits = (i: number): Edit[] => [{ op: "choose", choice: input.key, option: input.options[i]?.key ?? "" }];
  const at = input.options.findIndex((o) => o.chosen);
  return (
    <div onPointerEnter={() => onPoint(input.parts[0] ?? null)} onPointerLeave={() => onPoint(null)}>
      <p className="flex justify-between leading-tight">
        <span className="text-soft">{input.label}</span>
        <span className="fig">{said(at)}</span>
      </p>
      <Range label={input.label} low={0} high={input.options.length - 1} at={at} said={said} onTry={(i) => void onTry(edits(i))} onSet={(i) => onEdit(edits(i))} onDrop={onDrop} />
    </div>
  );
}

function Range({ label, low, high, at, said, onTry, onSet, onDrop }: { label: string; low: number; high: number; at: number; said: (value: number) => string; onTry: (value: number) => void; onSet: (value: number) => void; onDrop: () => void }) {
  // Where it was taken up: `at` follows the trial while it is held, and is no measure of what was moved.
  const [held, setHeld] = useState<{ from: number; to: number } | null>(null);
  const value = held?.to ?? at;
  function settle() {
    if (held && held.to !== held.from) onSet(held.to);
    else if (held) onDrop();
    setHeld(null);
  }
  return (
    <input
      type="range"
      className="mt-0.5 w-full accent-act"
      aria-label={label}
      aria-valuetext={said(value)}
      min={low}
      max={high}
      value={value}
      onChange={(event) => {
        const next = Number(event.target.value);
        setHeld({ from: held?.from ?? at, to: next });
        onTry(next);
      }}
      onPointerUp={settle}
      onKeyUp={settle}
      onBlur={settle}
    />
  );
}

/** Something done at a press. */
function Action({ input, onEdit, onPoint }: Asking & { input: ActionInput }) {
  const Icon = input.look === "add" ? Plus : X;
  return (
    <button
      type="button"
      className="btn py-0.5"
      onClick={() => onEdit([{ op: "act", action: input.key }])}
      onPointerEnter={() => onPoint(input.parts[0] ?? null)}
      onPointerLeave={() => onPoint(null)}
    >
      <Icon size={14} aria-hidden /> {input.label}
    </button>
  );
}

/** One of many, in the room of one line. */
function Menu({ input, unit, onEdit }: Asking & { input: ChoiceInput }) {
  return (
    <label className="flex items-center gap-2">
      <span className="w-[5.6rem] shrink-0 leading-tight text-soft">{input.label}</span>
      <select className="field min-w-0 flex-1" value={input.options.find((o) => o.chosen)?.key ?? ""} onChange={(event) => onEdit([{ op: "choose", choice: input.key, option: event.target.value }])}>
        {input.options.map((o) => (
          <option key={o.key} value={o.key}>
            {[plainSay(o.label, unit), plainSay(o.detail, unit)].filter(Boolean).join(": ")}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Any of several, each switched over by a press. */
function Many({ input, unit, onEdit }: Asking & { input: ChoiceInput }) {
  return (
    <div role="group" aria-label={input.label} onKeyDown={rove}>
      {input.label !== input.group && <p className="mb-0.5 text-soft">{input.label}</p>}
      <div className="flex flex-wrap gap-1">
        {input.options.map((o, i) => (
          <button
            key={o.key}
            type="button"
            role="checkbox"
            tabIndex={tabStop(input.options, i)}
            aria-checked={o.chosen}
            className={`btn px-1.5 py-0 text-[13px] ${o.chosen ? "border-act bg-act-wash font-semibold text-act" : ""}`}
            onClick={() => onEdit([{ op: "choose", choice: input.key, option: o.key }])}
          >
            <Sentence say={o.label} unit={unit} />
          </button>
        ))}
      </div>
    </div>
  );
}

/** Colours to choose among: the few that are spoken for with their reasons, the others as bare swatches. */
function Swatches({ input, unit, onEdit, onPoint }: Asking & { input: ChoiceInput }) {
  const told = input.options.filter((o, i) => o.chosen || (i < 3 && o.detail.length > 0));
  const choose = (key: string) => onEdit([{ op: "choose", choice: input.key, option: key }]);
  return (
    <div role="radiogroup" aria-label={input.label} onKeyDown={rove} onPointerEnter={() => onPoint(input.parts[0] ?? null)} onPointerLeave={() => onPoint(null)}>
      <div className="divide-y divide-rule border border-rule bg-sheet">
        {told.map((o, i) => (
          <button key={o.key} type="button" role="radio" tabIndex={tabStop(told, i)} aria-checked={o.chosen} className={`flex w-full items-start gap-2 px-1.5 py-1 text-left leading-snug hover:bg-act-wash ${o.chosen ? "bg-act-wash font-semibold shadow-[inset_3px_0_0_var(--color-act)]" : ""}`} onClick={() => !o.chosen && choose(o.key)}>
            <span className="mt-0.5 size-4 shrink-0 border border-ink/40" style={{ background: o.colour }} aria-hidden />
            <span>
              <Sentence say={o.label} unit={unit} />
              <span className="block text-[12.5px] font-normal text-soft">
                <Sentence say={o.detail} unit={unit} />
              </span>
            </span>
          </button>
        ))}
      </div>
      <div className="mt-1 flex flex-wrap gap-[3px]">
        {input.options
          .filter((o) => !told.includes(o))
          .map((o) => (
            <button key={o.key} type="button" role="radio" tabIndex={-1} aria-checked={false} aria-label={plainSay(o.label, unit)} title={[plainSay(o.label, unit), plainSay(o.detail, unit)].filter(Boolean).join(": ")} className="size-5 border border-ink/35 hover:border-act" style={{ background: o.colour }} onClick={() => choose(o.key)} />
          ))}
      </div>
    </div>
  );
}

function OneChoice(props: Asking & { input: ChoiceInput }) {
  switch (props.input.look) {
    case "menu":
      return <Menu {...props} />;
    case "told":
      return (
        <p className="text-[12.5px] leading-snug text-soft">
          <Sentence say={props.input.options[0]?.label ?? []} unit={props.unit} />
        </p>
      );
    case "slider":
      return <Slider {...props} />;
    case "many":
      return <Many {...props} />;
    case "swatches":
      return <Swatches {...props} />;
    default:
      return <Radios {...props} />;
  }
}

function Radios({ input, unit, onEdit, onPoint }: Asking & { input: ChoiceInput }) {
  const list = input.look === "list";
  return (
    <div role="radiogroup" aria-label={input.label} onKeyDown={rove} onPointerEnter={() => onPoint(input.parts[0] ?? null)} onPointerLeave={() => onPoint(null)}>
      {!list && input.label !== input.group && <p className="mb-0.5 text-soft">{input.label}</p>}
      <div className={list ? "divide-y divide-rule border border-rule bg-sheet" : "flex flex-wrap gap-1"}>
        {input.options.map((option, i) => (
          <button
            key={option.key}
            type="button"
            role="radio"
            tabIndex={tabStop(input.options, i)}
            aria-checked={option.chosen}
            title={option.detail.filter((bit) => typeof bit === "string").join("") || undefined}
            onClick={() => !option.chosen && onEdit([{ op: "choose", choice: input.key, option: option.key }])}
            className={
              list
                ? `flex w-full flex-wrap items-baseline justify-between gap-x-2 px-2 py-1 text-left leading-snug hover:bg-act-wash ${option.chosen ? "bg-act-wash font-semibold shadow-[inset_3px_0_0_var(--color-act)]" : ""}`
                : `btn ${option.chosen ? "border-act bg-act-wash font-semibold text-act" : ""}`
            }
          >
            <span>
              <Sentence say={option.label} unit={unit} />
            </span>
            {list && (
              <span className="text-[12.5px] font-normal text-soft">
                <Sentence say={option.detail} unit={unit} />
              </span>
            )}
          </button>
        ))}
      </div>
      {!list && (
        <p className="mt-1 text-[12.5px] leading-snug text-soft">
          {input.options.map((o) => o.chosen && o.detail.length > 0 && <Sentence key={o.key} say={o.detail} unit={unit} />)}
        </p>
      )}
    </div>
  );
}
