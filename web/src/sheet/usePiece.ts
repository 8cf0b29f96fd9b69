import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import { api, Problem, unwrap, type Difference } from "../api/client";
import type { Edit, Fault, Piece, Plan, Preview } from "../api/types";

interface Waiting {
  edits: Edit[];
  goesOn: boolean;
}

interface State {
  piece: Piece | null;
  trial: Plan | null;
  saving: "saved" | "saving" | "waiting";
  conflict: { version: number; differences: Difference[] } | null;
  faults: Fault[];
  missing: Problem | null;
}

type Action =
  | { type: "came"; piece: Piece; left: number }
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
      return { ...state, piece: action.piece, trial: action.left ? state.trial : null, saving: action.left ? "saving" : "saved", missing: null };
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
  const keepKey = `shadbo.unsent.${id}`;

  const keep = useCallback(() => {
    if (queue.current.length) localStorage.setItem(keepKey, JSON.stringify(queue.current));
    else localStorage.removeItem(keepKey);
  }, [keepKey]);

  const came = useCallback((piece: Piece) => {
    version.current = piece.version;
    dispatch({ type: "came", piece, left: queue.current.length });
  }, []);

  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    while (queue.current.length && !stopped.current) {
      const next = queue.current[0];
      if (!next) break;
      dispatch({ type: "sending" });
      try {
        const piece = await unwrap(
          api.POST("/api/pieces/{piece_id}/edits", {
            params: { path: { piece_id: id } },
            body: { version: version.current, edits: next.edits, goes_on: next.goesOn },
          }),
        );
        queue.current.shift();
        keep();
        came(piece);
      } catch (error) {
        const problem = error as Problem;
        if (problem.passing) {
          dispatch({ type: "away" });
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
        } else if (problem.status === 409) {
          dispatch({ type: "conflict", version: problem.version ?? 0, differences: problem.differences });
          break;
        } else {
          queue.current.shift();
          keep();
          dispatch({ type: "refused", faults: problem.faults, left: queue.current.length });
        }
      }
    }
    busy.current = false;
  }, [came, id, keep]);

  const edit = useCallback(
    (edits: Edit[], goesOn = false) => {
      queue.current.push({ edits, goesOn });
      keep();
      void work();
    },
    [keep, work],
  );

  const load = useCallback(async () => {
    try {
      came(await unwrap(api.GET("/api/pieces/{piece_id}", { params: { path: { piece_id: id } } })));
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
  const wanted = useRef<{ edits: Edit[]; done: (result: Preview | Problem | null) => void } | null>(null);
  const trials = useRef(0);

  const ask = useCallback(async () => {
    if (asking.current) return;
    asking.current = true;
    while (wanted.current) {
      const { edits, done } = wanted.current;
      wanted.current = null;
      const mine = trials.current;
      try {
        const result = await unwrap(
          api.POST("/api/pieces/{piece_id}/preview", { params: { path: { piece_id: id } }, body: { edits } }),
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

  const step = useCallback(
    async (which: "undo" | "redo") => {
      if (queue.current.length || busy.current) return;
      try {
        const path = which === "undo" ? "/api/pieces/{piece_id}/undo" : "/api/pieces/{piece_id}/redo";
        came(await unwrap(api.POST(path, { params: { path: { piece_id: id } }, body: { version: version.current } })));
      } catch (error) {
        const problem = error as Problem;
        if (problem.status === 409 && problem.version) dispatch({ type: "conflict", version: problem.version, differences: problem.differences });
      }
    },
    [came, id],
  );

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

  const heard = useCallback(() => dispatch({ type: "heard" }), []);

  return useMemo(
    () => ({ ...state, edit, tryOut, dropTrial, undo: () => step("undo"), redo: () => step("redo"), takeTheirs, putMineOver, heard, came }),
    [state, edit, tryOut, dropTrial, step, takeTheirs, putMineOver, heard, came],
  );
}

export type PieceWork = ReturnType<typeof usePiece>;
