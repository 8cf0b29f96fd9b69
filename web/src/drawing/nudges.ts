import type { Unit } from "../api/types";

/** The smallest step a part is taken by, in mm: a millimetre, or a sixteenth of an inch. */
export const NUDGE_MM = { mm: 1, in: 25.4 / 16 } as const;

/** How many whole steps a way on the screen is. */
export function stepsOf(px: number, scale: number, unit: Unit): number {
  return Math.round(px / scale / NUDGE_MM[unit]);
}
