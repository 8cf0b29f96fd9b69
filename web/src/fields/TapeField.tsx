import { useEffect, useId, useLayoutEffect, useRef, useState } from "react";
import { api, Problem, unwrap } from "../api/client";
import type { Fault, Preview, Read, Shown, Unit } from "../api/types";
import { clearDraft, draftAt } from "./drafts";
import { Length, lengthText } from "./Length";
import { Tape } from "./Tape";
import { useLeaving } from "./useLeaving";
import { faultOf } from "./useWritten";

const PAUSE_MS = 700;
const COMPLAIN_MS = 350;

interface Props {
  label: string;
  /** The value that stands, or null where nothing is typed yet. */
  shown: Shown | null;
  /** What a person wrote, if it was a reading. */
  typed?: string | null;
  unit: Unit;
  /** Where it is typed: what was not taken there is given back. */
  at?: { piece: string; pointer: string };
  labelHidden?: boolean;
  /** Worked out from the others for now; typing turns that round. */
  follows?: boolean;
  optional?: boolean;
  /** What stands in it while nothing is typed. */
  empty?: string;
  /** Saved only when it is left: what is typed makes a new reading each time. */
  once?: boolean;
  autoFocus?: boolean;
  /** Tries a text out and says how it was read, or what is wrong with it; null if a newer one overtook it. */
  onTry: (text: string) => Promise<Preview | Problem | null>;
  onCommit: (text: string, goesOn: boolean, settle: (problem: Problem | null) => void) => void;
  /** What was tried out is given up. */
  onDrop: () => void;
  /** What was saved while typing paused is taken back. */
  onUndo: () => void;
  onNudge?: (steps: number, coarse: boolean) => void;
  onLeave?: () => void;
  /** The same size is read once more. */
  onAgain?: (() => void) | undefined;
  onFocusPart?: (on: boolean) => void;
}

/** The tape field: takes a length any way a person writes one, shows how it was understood, and a strip of tape. */
export function TapeField(props: Props) {
  const { label, shown, typed, unit, onTry, onCommit } = props;
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const before = props.at && draftAt(props.at.piece, props.at.pointer);
  const [text, setText] = useState<string | null>(before?.text ?? null);
  const [read, setRead] = useState<Read | null>(null);
  const [fault, setFault] = useState<Fault | null>(before?.fault ?? null);
  const [focused, setFocused] = useState(false);
  const timer = useRef<number | undefined>(undefined);
  const complaint = useRef<number | undefined>(undefined);
  const committed = useRef<string | null>(null);
  const dirty = useRef(false);
  const fresh = useRef(false);
  const latest = useRef<string | null>(null);
  const refused = useRef<string | null>(before?.text ?? null);
  const leaving = useRef(false);
  const asked = useRef(0);
  // The text the answer that is waited for is about.
  const looked = useRef("");

  const standing = shown ? lengthText(shown, unit) : "";
  // While nothing new is typed the field follows the value that stands; in the hand, as it was written.
  const own = focused && typed ? typed : standing;

  useEffect(
    () => () => {
      window.clearTimeout(timer.current);
      window.clearTimeout(complaint.current);
    },
    [],
  );
  useLayoutEffect(() => {
    // Once the text as it was written stands there: the first key typed replaces it.
    if (focused) input.current?.select();
  }, [focused]);
  useEffect(() => {
    if (props.autoFocus) input.current?.focus();
  }, [props.autoFocus]);

  function enter() {
    setFocused(true);
    props.onFocusPart?.(true);
    if (!fault) dirty.current = false;
    committed.current = null;
    const held = typed ?? standing;
    if (text === null && held) void understand(held);
    fresh.current = true;
  }

  async function understand(value: string) {
    looked.current = value;
    const found = await unwrap(api.POST("/api/lengths", { body: { text: value, unit } })).catch(() => null);
    // An answer to an older text says nothing of the one that stands there.
    if (looked.current === value) setRead(found);
  }

  function change(value: string) {
    setText(value);
    latest.current = value;
    looked.current = value;
    dirty.current = true;
    window.clearTimeout(timer.current);
    if (!props.once) timer.current = window.setTimeout(() => commit(value), PAUSE_MS);
    void onTry(value).then((result) => {
      if (result === null || looked.current !== value) return;
      if (result instanceof Problem) {
        // Half a fraction is no fault while the other half is being typed.
        window.clearTimeout(complaint.current);
        const said = faultOf(result, label, value);
        complaint.current = window.setTimeout(() => {
          setRead(null);
          setFault(said);
        }, COMPLAIN_MS);
      } else {
        window.clearTimeout(complaint.current);
        setFault(null);
        setRead(result.read ?? null);
      }
    });
  }

  /** Hands the text on to be saved; true if there was something to hand on. */
  function commit(value: string | null): boolean {
    window.clearTimeout(timer.current);
    if (value === null || !dirty.current || value === committed.current || value === refused.current) return false;
    const goesOn = committed.current !== null;
    committed.current = value;
    asked.current += 1;
    onCommit(value, goesOn, (problem) => {
      asked.current -= 1;
      // Somebody types faster than an answer comes: what is said of an older text is no longer asked.
      if (latest.current !== value) return;
      if (!problem) {
        setFault(null);
        if (leaving.current) props.onLeave?.();
        // A slow trial is overtaken by the save; how the text was read is shown all the same.
        if (document.activeElement === input.current) void understand(value);
        return;
      }
      committed.current = null;
      leaving.current = false;
      refused.current = value;
      setText(value);
      setFault(faultOf(problem, label, value));
    });
    return true;
  }

  useLeaving(() => {
    if (!props.once) commit(latest.current);
  });

  function leave() {
    setFocused(false);
    props.onFocusPart?.(false);
    window.clearTimeout(complaint.current);
    const handedOn = commit(text);
    // A text with a fault stays where it is, to be mended; anything else gives way to the value that stands.
    if (!fault) setText(null);
    setRead(null);
    if (!handedOn) props.onDrop();
    // A field laid over the drawing stays until what was typed is taken, so that nothing typed is lost.
    leaving.current = asked.current > 0;
    if (!leaving.current && !fault) props.onLeave?.();
  }

  function giveUp() {
    window.clearTimeout(timer.current);
    window.clearTimeout(complaint.current);
    dirty.current = false;
    latest.current = null;
    if (props.at) clearDraft(props.at.piece, props.at.pointer);
    setText(null);
    setFault(null);
    props.onDrop();
    // A pause in the typing has saved it already: given up is given up all the same.
    if (committed.current !== null) props.onUndo();
    committed.current = null;
    input.current?.blur();
    props.onLeave?.();
  }

  const overlay = !focused && !fault && shown;
  return (
    <div className="relative">
      <div className="flex items-center gap-2">
        <label htmlFor={id} className={props.labelHidden ? "sr-only" : "w-[5.6rem] shrink-0 text-soft leading-tight"}>
          {label}
        </label>
        <div className="relative flex-1">
          <input
            id={id}
            ref={input}
            className={`field fig pr-8 ${overlay ? "text-transparent" : ""} ${props.follows ? "border-dashed" : ""}`}
            value={text ?? own}
            placeholder={props.optional ? (props.empty ?? "not read") : ""}
            autoComplete="off"
            data-takes="length"
            spellCheck={false}
            inputMode="text"
            data-resting={text === null ? "" : undefined}
            aria-invalid={fault ? true : undefined}
            aria-describedby={fault ? `${id}-fault` : undefined}
            onFocus={enter}
            onBlur={leave}
            onMouseUp={(event) => {
              // The click that brought the focus would otherwise undo the selection.
              if (fresh.current) event.preventDefault();
              fresh.current = false;
            }}
            onChange={(event) => change(event.target.value)}
            aria-keyshortcuts={props.onAgain ? "Shift+Enter" : undefined}
            onKeyDown={(event) => {
              if (event.key === "Enter") {
                event.preventDefault();
                commit(text);
                if (event.shiftKey && props.onAgain) props.onAgain();
                else nextField(event.currentTarget);
              } else if (event.key === "Escape") {
                event.stopPropagation();
                giveUp();
              } else if ((event.key === "ArrowUp" || event.key === "ArrowDown") && props.onNudge && !dirty.current) {
                event.preventDefault();
                setText(null);
                props.onNudge(event.key === "ArrowUp" ? 1 : -1, event.shiftKey);
              }
            }}
          />
          {overlay && (
            <span className={`pointer-events-none absolute inset-y-0 left-[0.5rem] flex items-center ${props.follows ? "italic text-soft" : ""}`} aria-hidden>
              <Length shown={shown} unit={unit} bare />
            </span>
          )}
          <span className="unit pointer-events-none absolute inset-y-0 right-2 flex items-center">{unit}</span>
        </div>
      </div>
      {focused && !fault && read && (
        <div className="absolute right-0 z-20 mt-0.5 w-60 border border-rule bg-sheet p-1.5 shadow-sm" role="status">
          <div className="mb-1 flex items-baseline justify-between text-[12px] text-soft">
            <span>
              read as <Length shown={read.shown} unit={read.unit} approx />
              {read.second && ` and ${read.second} high`}
              {read.give && (
                <>
                  {" "}
                  ± <Length shown={read.give} unit={read.unit} />
                </>
              )}
            </span>
            <span>
              <Length shown={read.shown} unit={read.unit === "mm" ? "in" : "mm"} approx />
            </span>
          </div>
          <Tape read={read} />
        </div>
      )}
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-[12.5px] leading-snug text-stop">
          {fault.message}. {fault.accepted && <span className="text-soft">Accepted: {fault.accepted}</span>}
        </p>
      )}
    </div>
  );
}

function nextField(from: HTMLInputElement) {
  const fields = [...document.querySelectorAll<HTMLElement>("input:not([type=hidden]), [data-field]")].filter((el) => el.offsetParent !== null);
  const next = fields[fields.indexOf(from) + 1];
  if (next) next.focus();
  else from.blur();
}
