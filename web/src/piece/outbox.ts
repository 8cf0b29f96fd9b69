import { api, unwrap } from "../api/client";
import type { Edit, Piece } from "../api/types";

/**
 * What was done to a piece and is not known to be saved. It is kept in this browser, each under a key of its own, so that
 * neither a closed tab nor a second one loses any of it. `on` is the version it was made on, `id` the name the server knows it by
 * again: sent twice, by a second tab or because an answer was lost, it is done once.
 */
export interface Entry {
  id: string;
  piece: string;
  on: number;
  made: number;
  what: "edit" | "undo" | "redo";
  edits: Edit[];
  goesOn: boolean;
}

export interface Query {
  item?: string;
  stage?: Piece["plan"]["stages"][number]["key"];
  view?: Piece["plan"]["views"][number]["key"];
}

const PREFIX = "shadbo.unsent.";
// Where the browser keeps nothing (no room, not allowed), what is unsent is at least kept as long as the page stands.
const here = new Map<string, string>();
const listeners = new Set<() => void>();
let lastMade = 0;

/** A name nobody else gives (RFC 9562, version 4); the browser’s own maker is only there over a secure connection. */
export function uniqueId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  const marked = bytes.map((b, i) => (i === 6 ? (b & 0x0f) | 0x40 : i === 8 ? (b & 0x3f) | 0x80 : b));
  const hex = [...marked].map((b) => b.toString(16).padStart(2, "0")).join("");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}

export function entry(piece: string, on: number, what: Entry["what"], edits: Edit[] = [], goesOn = false): Entry {
  lastMade = Math.max(Date.now(), lastMade + 1);
  return { id: uniqueId(), piece, on, made: lastMade, what, edits, goesOn };
}

const keyOf = (e: Entry) => `${PREFIX}${e.piece}.${e.id}`;

export function keep(e: Entry): void {
  const text = JSON.stringify(e);
  try {
    localStorage.setItem(keyOf(e), text);
  } catch {
    here.set(keyOf(e), text);
  }
  tell();
}

export function drop(e: Entry): void {
  here.delete(keyOf(e));
  try {
    localStorage.removeItem(keyOf(e));
  } catch {
    // Nothing is kept there then.
  }
  tell();
}

/** What is kept of a piece (of all, without one), in the order it was done; what can’t be read is passed over. */
export function kept(piece = ""): Entry[] {
  const texts = new Map(here);
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i);
      if (key?.startsWith(PREFIX + piece)) texts.set(key, localStorage.getItem(key) ?? "");
    }
  } catch {
    // Not allowed: there is only what is kept here.
  }
  return [...texts.values()]
    .map(read)
    .filter((e): e is Entry => e !== null && (piece === "" || e.piece === piece))
    .sort((a, b) => a.made - b.made);
}

function read(text: string): Entry | null {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch {
    return null;
  }
  const e = found as Entry;
  const whole =
    typeof found === "object" &&
    found !== null &&
    [e.id, e.piece].every((word) => typeof word === "string") &&
    [e.on, e.made].every(Number.isInteger) &&
    ["edit", "undo", "redo"].includes(e.what) &&
    Array.isArray(e.edits) &&
    e.edits.every((one) => typeof one?.op === "string");
  return whole ? e : null;
}

function tell(): void {
  counted = null;
  for (const heard of listeners) heard();
}

/** For React: told whenever something is kept or dropped, in another tab too. */
export function subscribe(heard: () => void): () => void {
  const elsewhere = (event: StorageEvent) => {
    if (event.key === null || event.key.startsWith(PREFIX)) tell();
  };
  listeners.add(heard);
  window.addEventListener("storage", elsewhere);
  return () => {
    listeners.delete(heard);
    window.removeEventListener("storage", elsewhere);
  };
}

let counted: ReadonlyMap<string, number> | null = null;

/** How much of each piece is kept; the same object until that changes. */
export function counts(): ReadonlyMap<string, number> {
  if (!counted) {
    const found = new Map<string, number>();
    for (const e of kept()) found.set(e.piece, (found.get(e.piece) ?? 0) + 1);
    counted = found;
  }
  return counted;
}

/** Sends one; the answer holds the piece as it stands after it. Throws a {@link Problem}. */
export function deliver(e: Entry, query: Query = {}): Promise<Piece> {
  const params = { path: { piece_id: e.piece }, query };
  if (e.what === "edit") return unwrap(api.POST("/api/pieces/{piece_id}/edits", { params, body: { version: e.on, edits: e.edits, goes_on: e.goesOn, id: e.id } }));
  const path = e.what === "undo" ? "/api/pieces/{piece_id}/undo" : "/api/pieces/{piece_id}/redo";
  return unwrap(api.POST(path, { params, body: { version: e.on, id: e.id } }));
}

/** What came after one that is saved was made on top of it. */
export function followed(done: Entry, version: number, rest: readonly Entry[]): void {
  for (const e of rest) {
    if (e.on !== done.on || e.on === version) continue;
    e.on = version;
    keep(e);
  }
}
