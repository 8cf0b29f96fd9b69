import { Plus } from "lucide-react";
import { Fragment, memo, useState, type ReactNode } from "react";
import { Problem } from "../api/client";
import type { ChoiceInput, Edit, Input, LengthInput, Preview, StagePanel, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { TapeField } from "../fields/TapeField";
import { MassField, WordsField } from "./OtherInputs";
import { PictureField } from "./PictureField";
import type { PieceWork } from "./usePiece";

interface Props {
  id: string;
  stage: StagePanel;
  unit: Unit;
  onTry: (edits: Edit[]) => Promise<Preview | Problem | null>;
  onEdit: PieceWork["edit"];
  onDrop: () => void;
  onUndo: () => void;
  onPoint: (part: string | null) => void;
}

/** What a stage asks, drawn from the plan: fields and choices, no rule of the trade. */
export const StageInputs = memo(function StageInputs(props: Props) {
  const { stage, unit } = props;
  const groups = [...Map.groupBy(stage.inputs, (i) => i.group)];
  return (
    <div className="space-y-4 p-3">
      <p className="text-soft leading-snug">
        <Sentence say={stage.asks} unit={unit} />
      </p>
      {groups.map(([group, inputs]) => (
        <Group key={stage.key + group} title={group} inputs={inputs}>
          <div className="space-y-2">
            {inputs.map((input) => (
              <Fragment key={"pointer" in input ? input.pointer : input.key}>
                <One {...props} input={input} />
              </Fragment>
            ))}
          </div>
        </Group>
      ))}
    </div>
  );
});

/** A group of inputs; folded up while nothing in it was read and nothing has to be. */
function Group({ title, inputs, children }: { title: string; inputs: Input[]; children: ReactNode }) {
  const idle = inputs.every((i) => i.kind === "length" && i.optional && !i.shown);
  const [open, setOpen] = useState(!idle);
  const shut = idle && !open;
  return (
    <section aria-label={title}>
      <h3 className="mb-1.5 border-b border-rule pb-0.5 font-semibold">
        {idle ? (
          <button type="button" className="flex w-full items-center justify-between font-semibold hover:text-act" aria-expanded={open} onClick={() => setOpen(!open)}>
            {title} <Plus size={14} aria-hidden className={open ? "rotate-45" : ""} />
          </button>
        ) : (
          title
        )}
      </h3>
      {!shut && children}
    </section>
  );
}

function One(props: Props & { input: Input }) {
  const { input } = props;
  switch (input.kind) {
    case "length":
      return <OneLength {...props} input={input} />;
    case "choice":
      return <OneChoice {...props} input={input} />;
    case "mass":
      return <MassField {...props} input={input} />;
    case "words":
      return <WordsField {...props} input={input} />;
    case "file":
      return <PictureField {...props} input={input} />;
  }
}

function OneLength(props: Props & { input: LengthInput }) {
  const { input, unit, onTry, onEdit, onDrop, onUndo, onPoint } = props;
  const [again, setAgain] = useState(false);
  return (
    <div className="relative" onPointerEnter={() => onPoint(input.parts.at(-1) ?? null)} onPointerLeave={() => onPoint(null)}>
      <TapeField
        key={unit}
        label={input.label}
        shown={input.shown ?? null}
        typed={input.tape === unit ? input.typed : null}
        unit={unit}
        follows={input.follows}
        optional={input.optional}
        onTry={(text) => onTry([{ op: "type", pointer: input.pointer, text, unit }])}
        onCommit={(text, goesOn, settle) => onEdit([{ op: "type", pointer: input.pointer, text, unit }], goesOn, settle)}
        onDrop={onDrop}
        onUndo={onUndo}
        onNudge={input.shown ? (steps, coarse) => onEdit([{ op: "nudge", pointer: input.pointer, steps, coarse, unit }], true) : undefined}
        onFocusPart={(on) => onPoint(on ? (input.parts[0] ?? null) : null)}
      />
      {input.again && input.tape && !again && (
        <button type="button" className="absolute right-[-0.85rem] top-1 text-act hover:bg-act-wash" aria-label={`Read ${input.label} again`} title="Read it again" onClick={() => setAgain(true)}>
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
      {input.hint.length > 0 && (
        <p className="mt-1 text-[12.5px] leading-snug text-soft">
          <Sentence say={input.hint} unit={unit} />
        </p>
      )}
    </div>
  );
}

function OneChoice({ input, unit, onEdit, onPoint }: Props & { input: ChoiceInput }) {
  const list = input.look === "list";
  return (
    <div role="radiogroup" aria-label={input.label} onPointerEnter={() => onPoint(input.parts[0] ?? null)} onPointerLeave={() => onPoint(null)}>
      {!list && input.label !== input.group && <p className="mb-0.5 text-soft">{input.label}</p>}
      <div className={list ? "divide-y divide-rule border border-rule bg-sheet" : "flex flex-wrap gap-1"}>
        {input.options.map((option) => (
          <button
            key={option.key}
            type="button"
            role="radio"
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
