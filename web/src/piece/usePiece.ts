import { replaceEqualDeep, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import { api, Problem, unwrap, type Difference } from "../api/client";
import { patched } from "../api/patched";
import type { Edit, Fault, Piece, Plan, Preview, StageKey, ViewKey } from "../api/types";
import { clearDraft, putDraft, typedAt } from "../fields/drafts";
import { deliver, drop, entry, followed, keep, kept, uniqueId, type Entry } from "./outbox";

/** One thing to be sent, in its turn. Undo waits its turn too, so that it undoes what was meant; so does a look at another item. */
type Waiting = Entry | { what: "look" };
export type Settle = (problem: Problem | null) => void;

/** Somebody saved first: where the two part, edit by edit of what waits. `open`: it is being looked at. */
export interface Parted {
  version: number;
  differences: Difference[];
  edits: number;
  open: boolean;
}

interface State {
  piece: Piece | null;
  trial: Plan | null;
  saving: "saved" | "saving" | "waiting";
  conflict: Parted | null;
  faults: Fault[];
  missing: Problem | null;
}

type Action =
  | { type: "came"; piece: Piece; left: number; looking?: boolean }
  | { type: "trial"; plan: Plan | null }
  | { type: "sending" }
  | { type: "away" }
  | { type: "refused"; faults: Fault[]; left: number }
  | { type: "conflict"; conflict: Parted | null }
  | { type: "aside"; open: boolean }
  | { type: "heard"; fault: Fault }
  | { type: "missing"; problem: Problem };

function reduce(state: State, action: Action): State {
  switch (action.type) {
    case "came":
      return { ...state, piece: action.piece, trial: (action.left || action.looking) && state.trial?.opened === action.piece.plan.opened ? state.trial : null, saving: action.left ? "saving" : "saved", missing: null };
    case "trial":
      return { ...state, trial: action.plan };
    case "sending":
      return { ...state, saving: "saving" };
    case "away":
      return { ...state, saving: "waiting" };
    case "refused":
      return { ...state, faults: [...state.faults, ...action.faults], trial: null, saving: action.left ? "saving" : "saved" };
    case "conflict":
      return { ...state, conflict: action.conflict, saving: action.conflict ? "waiting" : state.saving };
    case "aside":
      return { ...state, conflict: state.conflict && { ...state.conflict, open: action.open } };
    case "heard":
      return { ...state, faults: state.faults.filter((f) => f !== action.fault) };
    case "missing":
      return { ...state, missing: action.problem };
  }
}

const BLANK: State = { piece: null, trial: null, saving: "saved", conflict: null, faults: [], missing: null };
const RETRY_MS = 1500;
/** Trials under way at once: while one is worked out the next is on its way. */
const MOST_TRIALS = 2;
/** So long nothing happens before the next stage is fetched ahead. */
const IDLE_MS = 600;
/** So often it is asked whether somebody else saved. */
const WATCH_MS = 4000;

/** What is looked at: every answer holds this much of the plan. */
export interface Looking {
  stage: StageKey;
  /** A drawing besides those of the stage. */
  view: ViewKey | undefined;
}

/**
 * A piece being worked on: edits go out one after another, each over the version before; what can't be sent is kept in
 * this browser and tried again. A trial is the plan of an edit that is not saved: typing, dragging, looking at a way out.
 */
export function usePiece(id: string, looking: Looking) {
  const [state, dispatch] = useReducer(reduce, BLANK);
  const queue = useRef<Waiting[]>([]);
  const busy = useRef(false);
  const version = useRef(0);
  const stopped = useRef(false);
  const trials = useRef(0);
  const settles = useRef(new WeakMap<Waiting, Settle>());
  // The newest edit to be tried out; it is dropped when one is saved, for it was meant from where things stood before.
  const wanted = useRef<Wanted | null>(null);
  // The item the stages ask about, the stage and the drawing; every answer is asked for with them.
  const focus = useRef("");
  const look = useRef(looking);
  const standing = useRef<Piece | null>(null);
  // The plan on the screen. What comes is held against it: what is as it was stays the very same object, so that it is not drawn again.
  const seen = useRef<Plan | undefined>(undefined);
  // Stages fetched before anybody opened them, of the piece as it stands.
  const ahead = useRef(new Map<string, Piece>());
  const query = useCallback((stage = look.current.stage) => ({ item: focus.current, stage, view: look.current.view }), []);
  const came = useCallback((piece: Piece, looking = false) => {
    if (piece.version !== version.current) ahead.current.clear();
    version.current = piece.version;
    seen.current = replaceEqualDeep(seen.current, piece.plan);
    standing.current = { ...piece, plan: seen.current };
    dispatch({ type: "came", piece: standing.current, left: queue.current.length, looking });
  }, []);

  const send = useCallback(
    (next: Waiting): Promise<Piece> =>
      next.what === "look" ? unwrap(api.GET("/api/pieces/{piece_id}", { params: { path: { piece_id: id }, query: query() } })) : deliver(next, query()),
    [id, query],
  );

  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (queue.current.length && !stopped.current) {
      const next = queue.current[0];
      if (!next) break;
      try {
        const piece = await send(next);
        queue.current.shift();
        if (next.what !== "look") {
          followed(next, piece.version, entries(queue.current));
          drop(next);
          for (const typed of next.edits.map(typedAt)) if (typed) clearDraft(id, typed.pointer);
        }
        came(piece, next.what === "look");
        settles.current.get(next)?.(null);
      } catch (error) {
        const problem = error as Problem;
        if (problem.passing) {
          dispatch({ type: "away" });
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        } else if (problem.status === 409 && problem.version !== undefined && next.what !== "look") {
          const whole = gathered(next, queue.current);
          if (whole) {
            queue.current = whole;
            continue;
          }
          dispatch({ type: "conflict", conflict: { version: problem.version, differences: problem.differences, edits: next.edits.length, open: true } });
          break;
        } else {
          queue.current.shift();
          const settle = settles.current.get(next);
          if (next.what !== "look") {
            drop(next);
            // What was typed is given back where it was typed, now or when that place is shown again.
            for (const typed of next.edits.map(typedAt)) if (typed) putDraft({ piece: id, ...typed, fault: problem.faults[0] ?? said(problem, typed.text) });
          }
          // A field that typed it shows what is wrong itself; nothing to undo is no fault at all.
          const told = settle || next.what === "look" || next.edits.some(typedAt) || (next.what !== "edit" && problem.status === 409);
          dispatch({ type: "refused", faults: told ? [] : problem.faults.length ? problem.faults : [said(problem, "")], left: queue.current.length });
          settle?.(problem);
        }
      }
    }
    busy.current = false;
  }, [came, id, send]);

  const push = useCallback(
    (next: Waiting, settle?: Settle) => {
      if (settle) settles.current.set(next, settle);
      queue.current.push(next);
      // What is still being tried out belongs to the time before; a look changes nothing.
      if (next.what !== "look") {
        trials.current += 1;
        wanted.current?.done(null);
        wanted.current = null;
      }
      if (next.what !== "look") {
        keep(next);
        // Before its turn comes, too: while a look is under way nothing that waits behind it is saved.
        dispatch({ type: "sending" });
      }
      void work();
    },
    [work],
  );

  const edit = useCallback((edits: Edit[], goesOn = false, settle?: Settle) => push(entry(id, version.current, "edit", edits, goesOn), settle), [id, push]);

  const load = useCallback(async () => {
    try {
      came(await unwrap(api.GET("/api/pieces/{piece_id}", { params: { path: { piece_id: id }, query: query() } })));
    } catch (error) {
      dispatch({ type: "missing", problem: error as Problem });
    }
  }, [came, id, query]);

  useEffect(() => {
    stopped.current = false;
    queue.current = kept(id);
    void load().then(work);
    return () => {
      stopped.current = true;
    };
  }, [id, load, work]);

  // Trials: the newest edit goes next; what is overtaken is given up, and an answer older than the one that is shown is dropped.
  const underWay = useRef(new Map<number, AbortController>());
  const sent = useRef(0);
  const shown = useRef(0);

  const ask = useCallback(function askNext(): void {
    const next = wanted.current;
    const base = standing.current;
    if (!next || !base || underWay.current.size >= MOST_TRIALS) return;
    wanted.current = null;
    const mine = trials.current;
    const turn = ++sent.current;
    const gone = new AbortController();
    underWay.current.set(turn, gone);
    const body = { edits: next.edits, mark: base.mark, glance: next.glance ?? null };
    void unwrap(api.POST("/api/pieces/{piece_id}/preview", { params: { path: { piece_id: id }, query: query() }, body, signal: gone.signal }))
      .then((result) => {
        // Overtaken by a save or by a newer trial.
        if (mine !== trials.current || turn < shown.current) return next.done(null);
        // Another stage was opened meanwhile: what was meant is still meant, so it is asked again from there.
        if (base.plan.opened !== standing.current?.plan.opened) {
          if (wanted.current) next.done(null);
          else wanted.current = next;
          return;
        }
        shown.current = turn;
        for (const [older, control] of underWay.current) if (older < turn) control.abort();
        seen.current = replaceEqualDeep(seen.current, result.plan ?? patched(base.plan, result.patch));
        dispatch({ type: "trial", plan: seen.current });
        next.done(result);
      })
      .catch((error: unknown) => next.done(mine === trials.current && turn > shown.current && !gone.signal.aborted ? (error as Problem) : null))
      .finally(() => {
        underWay.current.delete(turn);
        askNext();
      });
  }, [id, query]);

  const tryOut = useCallback(
    (edits: Edit[], glance?: ViewKey): Promise<Preview | Problem | null> =>
      new Promise((done) => {
        wanted.current?.done(null);
        wanted.current = { edits, glance, done };
        ask();
      }),
    [ask],
  );

  const dropTrial = useCallback(() => {
    trials.current += 1;
    wanted.current?.done(null);
    wanted.current = null;
    dispatch({ type: "trial", plan: null });
  }, []);

  const undo = useCallback(() => push(entry(id, version.current, "undo")), [id, push]);
  const redo = useCallback(() => push(entry(id, version.current, "redo")), [id, push]);

  /** Of what waits, the edits that are to stand over theirs; the others are let go. */
  const settleWith = useCallback(
    async (theirs: number, mine: ReadonlySet<number>) => {
      const first = queue.current[0];
      if (!first || first.what === "look") return;
      const edits = first.edits.filter((_, i) => mine.has(i));
      const next = edits.length ? { ...first, id: uniqueId(), on: theirs, edits } : null;
      if (next) keep(next);
      queue.current = [...(next ? [next] : []), ...queue.current.slice(1)];
      drop(first);
      dispatch({ type: "conflict", conflict: null });
      await load();
      void work();
    },
    [load, work],
  );
  const lookAtConflict = useCallback((open: boolean) => dispatch({ type: "aside", open }), []);

  const askAbout = useCallback(
    (key: string) => {
      if (focus.current === key) return;
      focus.current = key;
      push({ what: "look" });
    },
    [push],
  );

  // Another stage, or another drawing made large: shown at once where it was fetched ahead.
  useEffect(() => {
    if (look.current.stage === looking.stage && look.current.view === looking.view) return;
    look.current = looking;
    const ready = ahead.current.get(aheadKey(focus.current, looking));
    if (ready && queue.current.length === 0) came(ready, true);
    else if (standing.current) push({ what: "look" });
  }, [looking, came, push]);

  const opened = state.piece?.plan.opened;
  const settled = state.saving === "saved" && state.trial === null;
  useEffect(() => {
    const stages = standing.current?.plan.stages ?? [];
    const next = stages[stages.findIndex((s) => s.key === opened) + 1];
    if (!settled || !next) return;
    const key = aheadKey(focus.current, { stage: next.key, view: undefined });
    const idle = window.setTimeout(() => {
      if (ahead.current.has(key) || queue.current.length || wanted.current) return;
      const at = version.current;
      const ask = { item: focus.current, stage: next.key };
      void unwrap(api.GET("/api/pieces/{piece_id}", { params: { path: { piece_id: id }, query: ask } })).then(
        (piece) => piece.version === at && at === version.current && ahead.current.set(key, piece),
        () => undefined,
      );
    }, IDLE_MS);
    return () => window.clearTimeout(idle);
  }, [id, opened, settled, state.piece]);

  const heard = useCallback((fault: Fault) => dispatch({ type: "heard", fault }), []);

  // What somebody else saves comes by itself, while nothing of one's own is under way.
  const quiet = settled && state.conflict === null;
  const watched = useQuery({
    queryKey: ["version", id],
    queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/version", { params: { path: { piece_id: id } } })),
    enabled: quiet && state.piece !== null,
    refetchInterval: WATCH_MS,
    retry: false,
  });
  const newest = watched.data?.version;
  useEffect(() => {
    if (quiet && newest !== undefined && newest > version.current && queue.current.length === 0) push({ what: "look" });
  }, [newest, quiet, push]);

  return useMemo(
    () => ({ ...state, edit, tryOut, dropTrial, undo, redo, settleWith, lookAtConflict, heard, came, askAbout, query }),
    [state, edit, tryOut, dropTrial, undo, redo, settleWith, lookAtConflict, heard, came, askAbout, query],
  );
}

function said(problem: Problem, value: string): Fault {
  return { pointer: "", field: "Not saved", value, message: problem.message, accepted: problem.detail };
}

function entries(queue: readonly Waiting[]): Entry[] {
  return queue.filter((w): w is Entry => w.what !== "look");
}

/**
 * What waits, with all that was made on the same version in one, so that all of it is told where two saves part; null if it is already.
 * An undo among it is let go: over somebody else’s save it would undo theirs.
 */
function gathered(first: Entry, queue: readonly Waiting[]): Waiting[] | null {
  const same = entries(queue).filter((e) => e.on === first.on);
  const edits = same.filter((e) => e.what === "edit").flatMap((e) => e.edits);
  if (same.length === 1 && edits.length) return null;
  const one = { ...first, id: uniqueId(), what: "edit" as const, edits, goesOn: false };
  if (edits.length) keep(one);
  same.forEach(drop);
  const rest = queue.filter((w) => w.what === "look" || w.on !== first.on);
  return edits.length ? [one, ...rest] : [{ what: "look" }, ...rest];
}

interface Wanted {
  edits: Edit[];
  /** The one drawing that is looked at while a part is dragged. */
  glance: ViewKey | undefined;
  done: (result: Preview | Problem | null) => void;
}

function aheadKey(item: string, looking: Looking): string {
  return `${item}/${looking.stage}/${looking.view ?? ""}`;
}

export type PieceWork = ReturnType<typeof usePiece>;
