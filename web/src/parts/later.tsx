import { useEffect, useState, type ComponentType, type ReactNode } from "react";

const ahead: (() => Promise<unknown>)[] = [];

/**
 * A place whose script is loaded when it is opened (or when the browser has nothing better to do).
 *
 * By hand, not by the library's own lazy parts: those hold whatever comes after their placeholder back for 300 ms, so every page and every dialog would
 * open that much later the first time.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>, meanwhile: ReactNode = null): ComponentType<P> {
  let known: ComponentType<P> | null = null;
  const fetch = async () => (known = await load());
  ahead.push(fetch);
  return function Later(props: P) {
    const [Loaded, keep] = useState(() => known);
    const [fault, say] = useState<unknown>(null);
    useEffect(() => {
      if (Loaded) return;
      let gone = false;
      fetch().then(
        (component) => !gone && keep(() => component),
        (error: unknown) => !gone && say(error ?? new Error("a part of the page did not load")),
      );
      return () => {
        gone = true;
      };
    }, [Loaded]);
    // What can't be fetched is told where every other fault of a place is.
    if (fault) throw fault;
    return Loaded ? <Loaded {...props} /> : meanwhile;
  };
}

/** Everything that may be opened later, once the page stands: a server that goes away takes no dialog with it. */
export function loadAhead(): void {
  window.setTimeout(() => {
    for (const fetch of ahead) void fetch().catch(() => undefined);
  }, 2500);
}
