import type { Edit, Fault } from "../api/types";

/** What was typed at a place and was not taken, with what is wrong with it: it is given back wherever the place is shown again. */
export interface Draft {
  piece: string;
  pointer: string;
  text: string;
  fault: Fault;
}

const PREFIX = "shadbo.draft.";
const listeners = new Set<() => void>();
let standing: readonly Draft[] | null = null;

/** Every draft of this tab; the same list until one comes or goes. */
export function drafts(): readonly Draft[] {
  if (!standing) {
    const found: Draft[] = [];
    for (const key of keys()) {
      const draft = read(sessionStorage.getItem(key));
      if (draft) found.push(draft);
    }
    standing = found;
  }
  return standing;
}

export function draftAt(piece: string, pointer: string): Draft | undefined {
  return drafts().find((d) => d.piece === piece && d.pointer === pointer);
}

export function putDraft(draft: Draft): void {
  try {
    sessionStorage.setItem(keyOf(draft.piece, draft.pointer), JSON.stringify(draft));
  } catch {
    // No room: the field itself still holds it.
  }
  tell();
}

export function clearDraft(piece: string, pointer: string): void {
  if (!draftAt(piece, pointer)) return;
  sessionStorage.removeItem(keyOf(piece, pointer));
  tell();
}

/** The place of an edit and what was typed there; null of one that is pressed or dragged. */
export function typedAt(edit: Edit): { pointer: string; text: string } | null {
  return edit.op === "type" || edit.op === "write" ? { pointer: edit.pointer, text: edit.text } : null;
}

export function subscribeDrafts(heard: () => void): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}

const keyOf = (piece: string, pointer: string) => `${PREFIX}${piece}${pointer}`;

function keys(): string[] {
  try {
    return Object.keys(sessionStorage).filter((key) => key.startsWith(PREFIX));
  } catch {
    return [];
  }
}

function read(text: string | null): Draft | null {
  try {
    const found = JSON.parse(text ?? "null") as Draft | null;
    const whole = found && [found.piece, found.pointer, found.text, found.fault?.message].every((word) => typeof word === "string");
    return whole ? found : null;
  } catch {
    return null;
  }
}

function tell(): void {
  standing = null;
  for (const heard of listeners) heard();
}
