import { useRef, useState } from "react";

/**
 * What a dialog was filled in with, kept in this tab until it is done: closed by mistake, or the page loaded anew, it is given back.
 * What is found in the browser's store is taken only if each of its parts is of the kind it has in `fresh`.
 */
export function useKept<T extends object>(key: string, fresh: T, filled: (draft: T) => boolean) {
  const [draft, setDraft] = useState(() => stored(key, fresh));
  const [given] = useState(filled(draft));
  // What stands now, also for an answer that comes after more was typed.
  const newest = useRef(draft);
  function fill(more: Partial<T> | ((now: T) => Partial<T>)) {
    const next = { ...newest.current, ...(typeof more === "function" ? more(newest.current) : more) };
    newest.current = next;
    setDraft(next);
    store(key, filled(next) ? next : null);
  }
  return { draft, given, fill, done: () => store(key, null) };
}

function stored<T extends object>(key: string, fresh: T): T {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(key) ?? "null");
    return kept && Object.entries(fresh).every(([part, value]) => alike((kept as Record<string, unknown>)[part], value)) ? { ...fresh, ...kept } : fresh;
  } catch {
    return fresh;
  }
}

/** Of one kind; what holds texts by their keys holds nothing else. */
function alike(kept: unknown, value: unknown): boolean {
  if (typeof value !== "object") return typeof kept === typeof value;
  return typeof kept === "object" && kept !== null && Object.values(kept).every((one) => typeof one === "string");
}

function store(key: string, draft: object | null): void {
  try {
    if (draft) sessionStorage.setItem(key, JSON.stringify(draft));
    else sessionStorage.removeItem(key);
  } catch {
    // No room: the dialog itself still holds it.
  }
}
