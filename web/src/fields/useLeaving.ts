import { useEffect, useLayoutEffect, useRef } from "react";

/** What is done when a field goes while it is typed in: no blur is told of one that is taken away, and what was typed is kept all the same. */
export function useLeaving(leave: () => void) {
  const newest = useRef(leave);
  useLayoutEffect(() => {
    newest.current = leave;
  });
  useEffect(() => () => newest.current(), []);
}
