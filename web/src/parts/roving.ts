import type { KeyboardEvent } from "react";

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/**
 * Arrows, Home and End go from one of a group to the next, so that the group is one tab stop. Space or Enter chooses: what is
 * chosen here is saved, and nobody wants every one on the way saved too.
 */
export const rove = among('[role="radio"], [role="checkbox"]');

/** The same among the buttons of a row: stages, what can be done to what is selected, things. */
export const roveButtons = among("button:not(:disabled)");

/** The same among the numbers and places of a drawing. */
export const roveFigures = among("[data-figure], [data-spot]");

function among(selector: string) {
  return (event: KeyboardEvent<HTMLElement>) => go(event, selector);
}

function go(event: KeyboardEvent<HTMLElement>, selector: string): void {
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>(selector)];
  const at = all.indexOf(document.activeElement as HTMLElement);
  const step = STEPS[event.key];
  if (at < 0 || (step === undefined && event.key !== "Home" && event.key !== "End")) return;
  event.preventDefault();
  event.stopPropagation();
  const next = step === undefined ? (event.key === "Home" ? 0 : all.length - 1) : (at + step + all.length) % all.length;
  all[next]?.focus();
}

/** The tab stop of a group is what is chosen in it, or its first. */
export function tabStop(options: readonly { chosen: boolean }[], index: number): 0 | -1 {
  const chosen = options.findIndex((o) => o.chosen);
  return index === Math.max(chosen, 0) ? 0 : -1;
}
