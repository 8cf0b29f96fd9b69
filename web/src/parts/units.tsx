import { createContext, use, useEffect, useMemo, useState, type ReactNode } from "react";
import type { Unit } from "../api/types";

interface Units {
  /** What the person switched to, or null while each piece shows its own. */
  chosen: Unit | null;
  unitFor: (own: Unit) => Unit;
  switchFrom: (shown: Unit) => void;
}

const KEY = "shadbo.units";
const Context = createContext<Units | null>(null);

export function UnitsProvider({ children }: { children: ReactNode }) {
  const [chosen, setChosen] = useState<Unit | null>(() => {
    const kept = sessionStorage.getItem(KEY);
    return kept === "mm" || kept === "in" ? kept : null;
  });
  useEffect(() => {
    if (chosen) sessionStorage.setItem(KEY, chosen);
  }, [chosen]);
  const value = useMemo<Units>(
    () => ({
      chosen,
      unitFor: (own) => chosen ?? own,
      switchFrom: (shown) => setChosen(shown === "mm" ? "in" : "mm"),
    }),
    [chosen],
  );
  return <Context value={value}>{children}</Context>;
}

export function useUnits(): Units {
  const units = use(Context);
  if (!units) throw new Error("outside the units");
  return units;
}
