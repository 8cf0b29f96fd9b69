import { useEffect, useRef } from "react";

type Keys = Record<string, (event: KeyboardEvent) => void>;

/** Whether a key belongs to the field it is pressed in. One at rest, with nothing typed in it, wants no key with a modifier. */
function typing(target: EventTarget | null, modified: boolean): boolean {
  if (modified && target instanceof HTMLElement && target.dataset.resting !== undefined) return false;
  if (target instanceof HTMLInputElement) return !/^(checkbox|radio|button|range|color|file)$/.test(target.type);
  return target instanceof HTMLElement && (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName));
}

/** Whether a key presses what has the focus: Enter and Space on a button or a link are its own, and do nothing besides. */
function pressing(event: KeyboardEvent): boolean {
  if (event.key !== "Enter" && event.key !== " ") return false;
  return event.target instanceof Element && event.target.closest('button, a[href], summary, input, select, [role="button"], [role="radio"], [role="option"], [role="menuitem"], [role="tab"]') !== null;
}

const OFF = "shadbo.letters-off";

/** Whether single letters do anything: who speaks to the machine, or strays on to keys, turns them off (WCAG 2.1.4). */
export function lettersOff(): boolean {
  try {
    return localStorage.getItem(OFF) === "1";
  } catch {
    return false;
  }
}

export function turnLetters(off: boolean): void {
  try {
    if (off) localStorage.setItem(OFF, "1");
    else localStorage.removeItem(OFF);
  } catch {
    // Nothing is kept there: they stay as they are.
  }
}

/** Keys for the whole page. While somebody types every key is the field’s, with a modifier too; dialogs keep theirs to themselves. */
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
      if (event.altKey || typing(event.target, modified) || pressing(event)) return;
      if (!modified && event.key.length === 1 && lettersOff()) return;
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
