import { useSyncExternalStore } from "react";

/** The part the pointer is over, wherever it is told: drawings and lists light up by themselves, the sheet round them is not drawn anew. */
let part: string | null = null;
const heard = new Set<() => void>();

export function pointAt(next: string | null): void {
  if (next === part) return;
  part = next;
  for (const tell of heard) tell();
}

function listen(tell: () => void): () => void {
  heard.add(tell);
  return () => heard.delete(tell);
}

/** Whether a part, or one it belongs to, is pointed at. */
export function isPointed(of: string, at: string | null): boolean {
  return at !== null && (at === of || of.startsWith(`${at}.`));
}

/** Drawn anew only when the answer for these parts changes. */
export function usePointed(parts: readonly string[]): boolean {
  return useSyncExternalStore(listen, () => parts.some((p) => isPointed(p, part)));
}
