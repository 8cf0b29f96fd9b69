import { useId, useState } from "react";
import type { Edit, Fault, MassInput, Unit, WordsInput } from "../api/types";
import { Sentence } from "../fields/Length";
import { useLeaving } from "../fields/useLeaving";
import type { PieceWork } from "../piece/usePiece";

interface Props {
  unit: Unit;
  onEdit: PieceWork["edit"];
  onPoint: (part: string | null) => void;
}

/** A weight as a person writes one; empty, it is estimated. */
export function MassField({ input, unit, onEdit, onPoint }: Props & { input: MassInput }) {
  const standing = unit === "mm" ? input.quantity.mm : input.quantity.inch;
  return (
    <Plain
      label={input.label}
      value={input.follows ? "" : standing}
      placeholder={input.follows ? `about ${standing}` : ""}
      hint={<Sentence say={input.hint} unit={unit} />}
      onWrite={(text) => ({ op: "type", pointer: input.pointer, text, unit })}
      onEdit={onEdit}
      onPoint={(on) => onPoint(on ? (input.parts[0] ?? null) : null)}
    />
  );
}

/** Words, a date, or a colour. */
export function WordsField({ input, unit, onEdit }: Props & { input: WordsInput }) {
  return (
    <Plain
      label={input.label}
      value={input.value}
      type={{ words: "text", date: "date", colour: "color" }[input.look]}
      hint={<Sentence say={input.hint} unit={unit} />}
      onWrite={(text) => ({ op: "write", pointer: input.pointer, text })}
      onEdit={onEdit}
    />
  );
}

interface PlainProps {
  label: string;
  value: string;
  type?: string;
  placeholder?: string;
  hint: React.ReactNode;
  onWrite: (text: string) => Edit;
  onEdit: PieceWork["edit"];
  onPoint?: (on: boolean) => void;
}

/** A field saved when it is left; what is wrong with it is said under it, and what was typed stays. */
function Plain({ label, value, type = "text", placeholder, hint, onWrite, onEdit, onPoint }: PlainProps) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);

  function leave() {
    onPoint?.(false);
    if (text === null || (text === value && !fault)) return setText(null);
    const sent = text;
    onEdit([onWrite(sent)], false, (problem) => {
      setFault(problem ? (problem.faults[0] ?? { pointer: "", field: label, value: sent, message: problem.message, accepted: "" }) : null);
      if (!problem) setText(null);
    });
  }
  useLeaving(leave);
  return (
    <div>
      <div className="flex items-center gap-2">
        <label htmlFor={id} className="w-[5.6rem] shrink-0 text-soft leading-tight">
          {label}
        </label>
        <input
          id={id}
          type={type}
          className={`field flex-1 ${type === "text" ? "fig" : ""} ${type === "color" ? "h-8 p-0.5" : ""}`}
          value={text ?? value}
          placeholder={placeholder}
          maxLength={type === "text" ? 120 : undefined}
          autoComplete="off"
          aria-invalid={fault ? true : undefined}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onFocus={() => onPoint?.(true)}
          onChange={(event) => setText(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key === "Escape") {
              event.stopPropagation();
              setText(null);
              setFault(null);
            }
          }}
        />
      </div>
      {fault ? (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-[12.5px] leading-snug text-stop">
          {fault.message}. {fault.accepted && <span className="text-soft">Accepted: {fault.accepted}</span>}
        </p>
      ) : (
        <p className="mt-1 text-[12.5px] leading-snug text-soft">{hint}</p>
      )}
    </div>
  );
}
