import { useCallback, useEffect, useSyncExternalStore } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { api, Problem, unwrap } from "../api/client";
import { daysChanged } from "../days/useDays";
import { uniqueId } from "../piece/outbox";

/** A step taken at the bench that the server has not heard of yet; `made` is this machine’s clock, and only how long ago it was is sent. */
export interface Tick {
  piece: string;
  key: string;
  do: "begin" | "pause" | "done" | "undo";
  hand: string;
  sent: string;
  made: number;
  refused?: string;
}

const KEY = "shadbo.ticks";
const heard = new Set<() => void>();
let standing: Tick[] = read();

function read(): Tick[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(kept) ? kept.filter((t): t is Tick => typeof t === "object" && t !== null && typeof (t as Tick).piece === "string" && typeof (t as Tick).key === "string" && typeof (t as Tick).made === "number") : [];
  } catch {
    return [];
  }
}

function write(change: (now: Tick[]) => Tick[]): void {
  // Another tab may have kept some of its own meanwhile.
  standing = change(read());
  try {
    localStorage.setItem(KEY, JSON.stringify(standing));
  } catch {
    // Nothing can be kept there: it is sent while the page stands.
  }
  for (const tell of heard) tell();
}

window.addEventListener("storage", (event) => {
  if (event.key !== KEY) return;
  standing = read();
  for (const tell of heard) tell();
});

let sending = false;

/** Sends what is kept, in order, until nobody answers; what is refused stays, with the reason, till it is read. */
async function send(): Promise<boolean> {
  if (sending) return false;
  sending = true;
  let any = false;
  try {
    for (let next = read().find((t) => !t.refused); next; next = read().find((t) => !t.refused)) {
      const { piece, key, made, sent, hand, do: what } = next;
      try {
        await unwrap(api.POST("/api/pieces/{piece_id}/operations/{key}", { params: { path: { piece_id: piece, key } }, body: { do: what, hand, sent, ago: Math.max(0, Math.round((Date.now() - made) / 1000)) } }));
        write((all) => all.filter((t) => t.sent !== sent));
        any = true;
      } catch (error) {
        const problem = error as Problem;
        if (problem.passing) break;
        // Of one step one refusal is told, the last.
        const refused = `${problem.message}. ${problem.detail}`;
        write((all) => all.filter((t) => t.sent === sent || !t.refused || t.piece !== piece || t.key !== key).map((t) => (t.sent === sent ? { ...t, refused } : t)));
      }
    }
  } finally {
    sending = false;
  }
  return any;
}

/** What was ticked and is not sent yet, and a way to tick: kept in this browser first, sent at once or when the server is there again. */
export function useTicks(): { waiting: Tick[]; tick: (piece: string, key: string, what: Tick["do"], hand: string) => void; read: (sent: string) => void } {
  const client = useQueryClient();
  const waiting = useSyncExternalStore(
    (tell) => {
      heard.add(tell);
      return () => heard.delete(tell);
    },
    () => standing,
  );
  const deliver = useCallback(async () => {
    if (await send()) await daysChanged(client);
  }, [client]);
  useEffect(() => {
    const again = () => void deliver();
    again();
    window.addEventListener("online", again);
    const timer = window.setInterval(again, 3000);
    return () => {
      window.removeEventListener("online", again);
      window.clearInterval(timer);
    };
  }, [deliver]);
  return {
    waiting,
    tick(piece, key, what, hand) {
      write((all) => [...all, { piece, key, do: what, hand, sent: uniqueId(), made: Date.now() }]);
      void deliver();
    },
    read: (sent) => write((all) => all.filter((t) => t.sent !== sent)),
  };
}
