import { Fragment, memo } from "react";
import { Problem } from "../api/client";
import type { ChoiceInput, Edit, LengthInput, Preview, StagePanel, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { TapeField } from "../fields/TapeField";
import type { PieceWork } from "./usePiece";

interface Props {
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
        <section key={group} aria-label={group}>
          <h3 className="mb-1.5 border-b border-rule pb-0.5 font-semibold">{group}</h3>
          <div className="space-y-2">
            {inputs.map((input) => (
              <Fragment key={input.kind === "length" ? input.pointer : input.key}>
                {input.kind === "length" ? <OneLength {...props} input={input} /> : <OneChoice {...props} input={input} />}
              </Fragment>
            ))}
          </div>
        </section>
      ))}
    </div>
  );
});

function OneLength({ input, unit, onTry, onEdit, onDrop, onUndo, onPoint }: Props & { input: LengthInput }) {
  return (
    <div onPointerEnter={() => onPoint(input.parts.at(-1) ?? null)} onPointerLeave={() => onPoint(null)}>
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
