import { useEffect, useRef, useState } from "react";
import type { AroundNavHandler } from "wouter";

type GoOn = () => void;
let asking: ((goOn: GoOn) => void) | null = null;

/** Every way to another place passes here; where something is only looked at, its holder is asked first. */
export const aroundNav: AroundNavHandler = (navigate, to, options) => {
  if (!asking || new URL(to, location.href).pathname === location.pathname) navigate(to, options);
  // Over the second entry of the place that is left.
  else asking(() => navigate(to, { ...options, replace: true }));
};

/**
 * While it is mounted, who would go elsewhere is asked first: `goOn` is how they would have gone.
 *
 * The place stands twice in the browser's history meanwhile, so that Back comes to it once more and can be asked about.
 */
export function useAskFirst(): { goOn: GoOn | null; stay: () => void } {
  const [goOn, setGoOn] = useState<GoOn | null>(null);
  const twice = useRef(false);
  useEffect(() => {
    const standTwice = () => history.pushState(history.state, "", location.href);
    const back = () => {
      if (!twice.current) return;
      twice.current = false;
      setGoOn(() => () => history.back());
    };
    // The tab is closed or loaded anew: there the browser asks, in its own words.
    const close = (event: BeforeUnloadEvent) => event.preventDefault();
    asking = (how) =>
      setGoOn(() => () => {
        twice.current = false;
        how();
      });
    if (!twice.current) standTwice();
    twice.current = true;
    addEventListener("popstate", back);
    addEventListener("beforeunload", close);
    return () => {
      asking = null;
      removeEventListener("popstate", back);
      removeEventListener("beforeunload", close);
      if (twice.current) history.back();
      twice.current = false;
    };
  }, []);
  function stay() {
    if (!twice.current) history.pushState(history.state, "", location.href);
    twice.current = true;
    setGoOn(null);
  }
  return { goOn, stay };
}
