import { useEffect, useLayoutEffect, useRef } from "react";

/**
 * What is done when a field goes while it is typed in: no blur is told of one that is taken away, nor of a page that is closed or
 * loaded anew, and what was typed is kept all the same.
 */
export function useLeaving(leave: () => void) {
  const newest = useRef(leave);
  useLayoutEffect(() => {
    newest.current = leave;
  });
  useEffect(() => {
    const gone = () => newest.current();
    window.addEventListener("pagehide", gone);
    return () => {
      window.removeEventListener("pagehide", gone);
      gone();
    };
  }, []);
}
