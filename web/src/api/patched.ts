import type { components } from "./schema";

type Step = components["schemas"]["PatchStep"];

function key(bit: string): string {
  return bit.replaceAll("~1", "/").replaceAll("~0", "~");
}

function taken(whole: unknown, path: string[], step: Step): unknown {
  const [first, ...rest] = path;
  if (first === undefined) return step.value;
  if (rest.length === 0 && step.op === "remove") return Object.fromEntries(Object.entries(whole as object).filter(([name]) => name !== first));
  const copy = (Array.isArray(whole) ? [...(whole as unknown[])] : { ...(whole as object) }) as Record<string, unknown>;
  copy[first] = taken(copy[first], rest, step);
  return copy;
}

/**
 * A document with a JSON Patch (RFC 6902) applied, as this server writes them: places in lists are only replaced. What no step
 * touches stays the very same object, so that nothing is drawn again that has not changed.
 */
export function patched<T>(whole: T, steps: readonly Step[]): T {
  return steps.reduce<unknown>((now, step) => taken(now, step.path.split("/").slice(1).map(key), step), whole) as T;
}
