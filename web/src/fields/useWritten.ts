import { useEffect, useRef, useState } from "react";
import { Problem } from "../api/client";
import type { Fault } from "../api/types";
import type { Settle } from "../piece/usePiece";
import { clearDraft, draftAt } from "./drafts";
import { useLeaving } from "./useLeaving";

/** Typing pauses so long before it is saved. */
const PAUSE_MS = 800;

interface Place {
  piece: string;
  pointer: string;
  label: string;
  /** The value that stands. */
  value: string;
  /** Saved only when it is left: what is half typed is no value yet (a date). */
  whole?: boolean;
  onSave: (text: string, goesOn: boolean, settle: Settle) => void;
}

/** Words being written: saved while typing pauses and when they are left; what is not taken stays in the field, and is given back there. */
export function useWritten({ piece, pointer, label, value, whole = false, onSave }: Place) {
  const before = draftAt(piece, pointer);
  const [text, setText] = useState<string | null>(before?.text ?? null);
  const [fault, setFault] = useState<Fault | null>(before?.fault ?? null);
  const latest = useRef<string | null>(null);
  const saved = useRef<string | null>(null);
  const stood = useRef(value);
  const inside = useRef(false);
  const timer = useRef<number | undefined>(undefined);

  function save(written: string | null) {
    window.clearTimeout(timer.current);
    if (written === null || written === (saved.current ?? value)) return false;
    const goesOn = saved.current !== null;
    saved.current = written;
    onSave(written, goesOn, (problem) => {
      // Somebody writes faster than an answer comes.
      if (latest.current !== written) return;
      setFault(problem && faultOf(problem, label, written));
      if (problem) saved.current = null;
      else if (!inside.current) setText(null);
    });
    return true;
  }
  useEffect(() => () => window.clearTimeout(timer.current), []);
  useLeaving(() => save(latest.current));

  return {
    shown: text ?? value,
    fault,
    /** Nothing is typed in it. */
    resting: text === null ? "" : undefined,
    enter() {
      inside.current = true;
      stood.current = value;
      saved.current = null;
      latest.current = null;
    },
    change(written: string) {
      setText(written);
      latest.current = written;
      window.clearTimeout(timer.current);
      if (!whole) timer.current = window.setTimeout(() => save(written), PAUSE_MS);
    },
    leave() {
      inside.current = false;
      if (!save(latest.current) && !fault) setText(null);
    },
    /** Back to what stood when it was entered, though a pause saved some of it. */
    giveUp() {
      window.clearTimeout(timer.current);
      clearDraft(piece, pointer);
      latest.current = null;
      setText(null);
      setFault(null);
      if (saved.current !== null && saved.current !== stood.current) onSave(stood.current, true, () => undefined);
      saved.current = null;
    },
  };
}

/** What is said at a field of what was not taken, also where the server named no place. */
export function faultOf(problem: Problem, field: string, value: string): Fault {
  return problem.faults[0] ?? { pointer: "", field, value, message: problem.message, accepted: problem.detail };
}
