import { useCallback, useEffect, useRef, useState } from "react";

/** The figure whose sum is opened; when it is closed the focus is back where it was opened from. */
export function useOpened() {
  const [opened, setOpened] = useState<string | null>(null);
  const from = useRef<{ place: Element | null; figure: string } | null>(null);
  const open = useCallback((figure: string) => {
    from.current ??= { place: document.activeElement, figure };
    setOpened(figure);
  }, []);
  const close = useCallback(() => setOpened(null), []);
  useEffect(() => {
    if (opened !== null || !from.current) return;
    const { place, figure } = from.current;
    from.current = null;
    // The list it was opened from made way for the sum: there it is another element of the same figure.
    const back = place?.isConnected && place !== document.body ? place : document.querySelector(`[data-open="${CSS.escape(figure)}"]`);
    back?.closest("details")?.setAttribute("open", "");
    if (back instanceof HTMLElement || back instanceof SVGElement) back.focus();
  }, [opened]);
  return { opened, open, close };
}
