import { useEffect, useRef } from "react";

type Keys = Record<string, (event: KeyboardEvent) => void>;

function typing(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** Single keys for the whole page; those with a modifier work while typing too. Dialogs keep their keys to themselves. */
export function useKeys(keys: Keys): void {
  const held = useRef(keys);
  useEffect(() => {
    held.current = keys;
  });
  useEffect(() => {
    function press(event: KeyboardEvent) {
      if (document.querySelector('[role="dialog"]')) return;
      const modified = event.ctrlKey || event.metaKey;
      const name = `${modified ? "mod+" : ""}${event.shiftKey && modified ? "shift+" : ""}${event.key.toLowerCase()}`;
      if (event.altKey || (typing(event.target) && !modified)) return;
      const act = held.current[name];
      if (act) {
        event.preventDefault();
        act(event);
      }
    }
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
