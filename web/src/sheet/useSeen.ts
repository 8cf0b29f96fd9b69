import { useEffect, useState } from "react";
import type { StageKey } from "../api/types";

const PREFIX = "shadbo.seen.";

function read(id: string): ReadonlySet<string> {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(PREFIX + id) ?? "[]");
    return new Set(Array.isArray(found) ? found.filter((key): key is string => typeof key === "string") : []);
  } catch {
    return new Set();
  }
}

/** The stages of a piece that were opened in this browser: one nobody has looked at is not done, whatever its checks say. */
export function useSeen(id: string, opened: StageKey | undefined): ReadonlySet<string> {
  const [seen, setSeen] = useState(() => read(id));
  if (opened && !seen.has(opened)) setSeen(new Set([...seen, opened]));
  useEffect(() => {
    try {
      localStorage.setItem(PREFIX + id, JSON.stringify([...seen]));
    } catch {
      // It is only remembered as long as the sheet stands then.
    }
  }, [id, seen]);
  return seen;
}
