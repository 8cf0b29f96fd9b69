import { lazy, Suspense, type ComponentType, type ReactNode } from "react";

const ahead: (() => Promise<unknown>)[] = [];

/** A place whose script is loaded when it is opened (or when the browser has nothing better to do). */
export function later<P extends object>(load: () => Promise<ComponentType<P>>, meanwhile: ReactNode = null): ComponentType<P> {
  const Loaded = lazy(() => load().then((component) => ({ default: component })));
  ahead.push(load);
  return function Later(props: P) {
    return (
      <Suspense fallback={meanwhile}>
        <Loaded {...props} />
      </Suspense>
    );
  };
}

/** Everything that may be opened later, once the page stands: a server that goes away takes no dialog with it. */
export function loadAhead(): void {
  window.setTimeout(() => {
    for (const load of ahead) void load().catch(() => undefined);
  }, 2500);
}
