import { useEffect, useSyncExternalStore } from "react";
import type { Problem } from "../api/client";
import { putDraft, typedAt } from "../fields/drafts";
import { counts, deliver, drop, followed, kept, subscribe } from "./outbox";

const RETRY_MS = 3000;

/** How much of each piece is not saved yet; where no sheet is open it is sent from here. What parts from somebody else’s save waits for the sheet. */
export function useSendingRest(): ReadonlyMap<string, number> {
  const waiting = useSyncExternalStore(subscribe, counts);
  useEffect(() => {
    let gone = false;
    async function send(): Promise<void> {
      const blocked = new Set<string>();
      while (!gone) {
        const next = kept().find((e) => !blocked.has(e.piece));
        if (!next) return;
        try {
          const piece = await deliver(next);
          followed(next, piece.version, kept(next.piece));
          drop(next);
        } catch (error) {
          const problem = error as Problem;
          if (problem.passing) await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
          else if (problem.status === 409 && problem.version !== undefined) blocked.add(next.piece);
          else {
            for (const typed of next.edits.map(typedAt)) {
              if (typed) putDraft({ piece: next.piece, ...typed, fault: problem.faults[0] ?? { pointer: typed.pointer, field: "Not saved", value: typed.text, message: problem.message, accepted: problem.detail } });
            }
            drop(next);
          }
        }
      }
    }
    void send();
    return () => {
      gone = true;
    };
  }, []);
  return waiting;
}
