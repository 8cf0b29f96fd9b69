import { useCallback, useEffect, useState } from "react";
import { useSearchParams } from "wouter";

/** What the address says after its question mark, and a way to change some of it; nothing takes a word away. */
export function useAddress(): { params: URLSearchParams; set: (more: Record<string, string | null>, replace?: boolean) => void; clear: () => void } {
  const [params, setParams] = useSearchParams();
  const set = useCallback(
    (more: Record<string, string | null>, replace = false) =>
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          for (const [key, value] of Object.entries(more)) {
            if (value) next.set(key, value);
            else next.delete(key);
          }
          return next;
        },
        { replace },
      ),
    [setParams],
  );
  const clear = useCallback(() => setParams(new URLSearchParams()), [setParams]);
  return { params, set, clear };
}

/** What is typed into a search: the address follows when the hand pauses, so that a link or a reload finds the same. */
export function useWords(params: URLSearchParams, set: ReturnType<typeof useAddress>["set"]): [string, (words: string) => void] {
  const [words, setWords] = useState(params.get("q") ?? "");
  useEffect(() => {
    const wait = window.setTimeout(() => set({ q: words || null }, true), 250);
    return () => window.clearTimeout(wait);
  }, [words, set]);
  return [words, setWords];
}
