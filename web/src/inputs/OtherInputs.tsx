import { useId } from "react";
import type { Edit, MassInput, NumberInput, Unit, WordsInput } from "../api/types";
import { Sentence } from "../fields/Length";
import { useWritten } from "../fields/useWritten";
import type { PieceWork } from "../piece/usePiece";

interface Props {
  id: string;
  unit: Unit;
  onEdit: PieceWork["edit"];
  onPoint: (part: string | null) => void;
}

/** A weight as a person writes one; empty, it is estimated. */
export function MassField({ id, input, unit, onEdit, onPoint }: Props & { input: MassInput }) {
  const standing = unit === "mm" ? input.quantity.mm : input.quantity.inch;
  return (
    <Plain
      piece={id}
      pointer={input.pointer}
      label={input.label}
      value={input.follows ? "" : standing}
      placeholder={input.follows ? `about ${standing}` : ""}
      takes="mass"
      hint={<Sentence say={input.hint} unit={unit} />}
      onWrite={(text) => ({ op: "type", pointer: input.pointer, text, unit })}
      onEdit={onEdit}
      onPoint={(on) => onPoint(on ? (input.parts[0] ?? null) : null)}
    />
  );
}

/** A whole number, or a time; empty, it is as usual. */
export function NumberField({ id, input, unit, onEdit }: Props & { input: NumberInput }) {
  return (
    <Plain
      piece={id}
      pointer={input.pointer}
      label={input.label}
      value={input.value}
      placeholder={input.usual}
      hint={<Sentence say={input.hint} unit={unit} />}
      onWrite={(text) => ({ op: "type", pointer: input.pointer, text, unit })}
      onEdit={onEdit}
    />
  );
}

/** Words, a date, or a colour. */
export function WordsField({ id, input, unit, onEdit }: Props & { input: WordsInput }) {
  return (
    <Plain
      piece={id}
      pointer={input.pointer}
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
  piece: string;
  pointer: string;
  label: string;
  value: string;
  type?: string;
  placeholder?: string;
  takes?: "mass";
  hint: React.ReactNode;
  onWrite: (text: string) => Edit;
  onEdit: PieceWork["edit"];
  onPoint?: (on: boolean) => void;
}

/** A field of words; what is wrong with it is said under it, and what was typed stays. */
function Plain({ piece, pointer, label, value, type = "text", placeholder, takes, hint, onWrite, onEdit, onPoint }: PlainProps) {
  const id = useId();
  const written = useWritten({ piece, pointer, label, value, whole: type === "date", onSave: (text, goesOn, settle) => onEdit([onWrite(text)], goesOn, settle) });
  const { fault } = written;
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
          value={written.shown} data-resting={written.resting}
          placeholder={placeholder}
          maxLength={type === "text" ? 120 : undefined}
          autoComplete="off"
          data-takes={takes}
          aria-invalid={fault ? true : undefined}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onFocus={() => {
            written.enter();
            onPoint?.(true);
          }}
          onChange={(event) => written.change(event.target.value)}
          onBlur={() => {
            written.leave();
            onPoint?.(false);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") event.currentTarget.blur();
            if (event.key === "Escape") {
              event.stopPropagation();
              written.giveUp();
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
