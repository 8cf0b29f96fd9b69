import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import { api, Problem, unwrap, type Difference } from "../api/client";
import type { Edit, Fault, Piece, Plan, Preview } from "../api/types";

/** One thing to be sent, in its turn. Undo waits its turn too, so that it undoes what was meant; so does a look at another item. */
type Waiting = { what: "edit"; edits: Edit[]; goesOn: boolean } | { what: "undo" | "redo" | "look" };
type Settle = (problem: Problem | null) => void;

interface State {
  piece: Piece | null;
  trial: Plan | null;
  saving: "saved" | "saving" | "waiting";
  conflict: { version: number; differences: Difference[] } | null;
  faults: Fault[];
  missing: Problem | null;
}

type Action =
  | { type: "came"; piece: Piece; left: number; looking?: boolean }
  | { type: "trial"; plan: Plan | null }
  | { type: "sending" }
  | { type: "away" }
  | { type: "refused"; faults: Fault[]; left: number }
  | { type: "conflict"; version: number; differences: Difference[] }
  | { type: "settled" }
  | { type: "heard" }
  | { type: "missing"; problem: Problem };

function reduce(state: State, action: Action): State {
  switch (action.type) {
    case "came":
      return { ...state, piece: action.piece, trial: action.left || action.looking ? state.trial : null, saving: action.left ? "saving" : "saved", missing: null };
    case "trial":
      return { ...state, trial: action.plan };
    case "sending":
      return { ...state, saving: "saving" };
    case "away":
      return { ...state, saving: "waiting" };
    case "refused":
      return { ...state, faults: action.faults, trial: null, saving: action.left ? "saving" : "saved" };
    case "conflict":
      return { ...state, conflict: { version: action.version, differences: action.differences }, saving: "waiting" };
    case "settled":
      return { ...state, conflict: null };
    case "heard":
      return { ...state, faults: [] };
    case "missing":
      return { ...state, missing: action.problem };
  }
}

const BLANK: State = { piece: null, trial: null, saving: "saved", conflict: null, faults: [], missing: null };
const RETRY_MS = 1500;

/**
 * A piece being worked on: edits go out one after another, each over the version before; what can't be sent is kept in
 * this browser and tried again. A trial is the plan of an edit that is not saved: typing, dragging, looking at a way out.
 */
export function usePiece(id: string) {
  const [state, dispatch] = useReducer(reduce, BLANK);
  const queue = useRef<Waiting[]>([]);
  const busy = useRef(false);
  const version = useRef(0);
  const stopped = useRef(false);
  const trials = useRef(0);
  const settles = useRef(new WeakMap<Waiting, Settle>());
  // The newest edit to be tried out; it is dropped when one is saved, for it was meant from where things stood before.
  const wanted = useRef<{ edits: Edit[]; done: (result: Preview | Problem | null) => void } | null>(null);
  // The item the stages ask about; every answer is asked for with it.
  const focus = useRef("");
  const keepKey = `shadbo.unsent.${id}`;

  const keep = useCallback(() => {
    if (queue.current.length) localStorage.setItem(keepKey, JSON.stringify(queue.current));
    else localStorage.removeItem(keepKey);
  }, [keepKey]);

  const came = useCallback((piece: Piece, looking = false) => {
    version.current = piece.version;
    dispatch({ type: "came", piece, left: queue.current.length, looking });
  }, []);

  const send = useCallback(
    (next: Waiting): Promise<Piece> => {
      const params = { path: { piece_id: id }, query: { item: focus.current } };
      if (next.what === "edit") {
        return unwrap(
          api.POST("/api/pieces/{piece_id}/edits", { params, body: { version: version.current, edits: next.edits, goes_on: next.goesOn } }),
        );
      }
      if (next.what === "look") return unwrap(api.GET("/api/pieces/{piece_id}", { params }));
      const path = next.what === "undo" ? "/api/pieces/{piece_id}/undo" : "/api/pieces/{piece_id}/redo";
      return unwrap(api.POST(path, { params, body: { version: version.current } }));
    },
    [id],
  );

  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (queue.current.length && !stopped.current) {
      const next = queue.current[0];
      if (!next) break;
      if (next.what !== "look") dispatch({ type: "sending" });
      try {
        const piece = await send(next);
        queue.current.shift();
        keep();
        came(piece, next.what === "look");
        settles.current.get(next)?.(null);
      } catch (error) {
        const problem = error as Problem;
        if (problem.passing) {
          dispatch({ type: "away" });
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        } else if (problem.status === 409 && problem.version !== undefined) {
          dispatch({ type: "conflict", version: problem.version, differences: problem.differences });
          break;
        } else {
          queue.current.shift();
          keep();
          const settle = settles.current.get(next);
          // A field that typed it shows what is wrong itself; nothing to undo is no fault at all.
          dispatch({ type: "refused", faults: settle ? [] : problem.faults, left: queue.current.length });
          settle?.(problem);
        }
      }
    }
    busy.current = false;
  }, [came, keep, send]);

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
      keep();
      void work();
    },
    [keep, work],
  );

  const edit = useCallback((edits: Edit[], goesOn = false, settle?: Settle) => push({ what: "edit", edits, goesOn }, settle), [push]);

  const load = useCallback(async () => {
    try {
      came(await unwrap(api.GET("/api/pieces/{piece_id}", { params: { path: { piece_id: id }, query: { item: focus.current } } })));
    } catch (error) {
      dispatch({ type: "missing", problem: error as Problem });
    }
  }, [came, id]);

  useEffect(() => {
    stopped.current = false;
    const unsent = localStorage.getItem(keepKey);
    queue.current = unsent ? (JSON.parse(unsent) as Waiting[]) : [];
    void load().then(work);
    return () => {
      stopped.current = true;
    };
  }, [keepKey, load, work]);

  // Trials: one request under way, the newest edit next; answers to older ones are dropped.
  const asking = useRef(false);

  const ask = useCallback(async () => {
    if (asking.current) return;
    asking.current = true;
    while (wanted.current) {
      const { edits, done } = wanted.current;
      wanted.current = null;
      const mine = trials.current;
      try {
        const result = await unwrap(
          api.POST("/api/pieces/{piece_id}/preview", { params: { path: { piece_id: id }, query: { item: focus.current } }, body: { edits } }),
        );
        if (mine === trials.current) {
          dispatch({ type: "trial", plan: result.plan });
          done(result);
        } else done(null);
      } catch (error) {
        done(mine === trials.current ? (error as Problem) : null);
      }
    }
    asking.current = false;
  }, [id]);

  const tryOut = useCallback(
    (edits: Edit[]): Promise<Preview | Problem | null> =>
      new Promise((done) => {
        wanted.current?.done(null);
        wanted.current = { edits, done };
        void ask();
      }),
    [ask],
  );

  const dropTrial = useCallback(() => {
    trials.current += 1;
    wanted.current = null;
    dispatch({ type: "trial", plan: null });
  }, []);

  const undo = useCallback(() => push({ what: "undo" }), [push]);
  const redo = useCallback(() => push({ what: "redo" }), [push]);

  const takeTheirs = useCallback(async () => {
    queue.current = [];
    keep();
    dispatch({ type: "settled" });
    await load();
  }, [keep, load]);

  const putMineOver = useCallback(async () => {
    dispatch({ type: "settled" });
    await load();
    void work();
  }, [load, work]);

  const askAbout = useCallback(
    (key: string) => {
      if (focus.current === key) return;
      focus.current = key;
      push({ what: "look" });
    },
    [push],
  );

  const heard = useCallback(() => dispatch({ type: "heard" }), []);

  return useMemo(
    () => ({ ...state, edit, tryOut, dropTrial, undo, redo, takeTheirs, putMineOver, heard, came, askAbout }),
    [state, edit, tryOut, dropTrial, undo, redo, takeTheirs, putMineOver, heard, came, askAbout],
  );
}

export type PieceWork = ReturnType<typeof usePiece>;
