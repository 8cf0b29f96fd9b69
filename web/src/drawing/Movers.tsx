import { useRef, type PointerEvent } from "react";
import type { ItemShown, Shape, Unit } from "../api/types";
import type { HeldHand } from "./Held";
import { stepsOf } from "./nudges";

export interface Moving {
  items: ItemShown[];
  /** Parts of the things in hand. */
  inHand: ReadonlySet<string>;
  onTake: (key: string, also: boolean) => void;
  /** Things taken along by so many whole nudges; `free` while they are not to be drawn to one another's lines. */
  onMove: (keys: string[], right: number, down: number, free: boolean, done: boolean) => void;
  onNudge: (keys: string[], right: number, down: number, coarse: boolean) => void;
  onRemove: (keys: string[]) => void;
}

/** Takes hold of shapes of the drawing: what follows the pointer at once. */
export type Hold = (shapes: Shape[]) => HeldHand | null;

const ARROWS: Record<string, [number, number]> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** Transparent grips over the things of a drawing: click to take in hand (Shift: also), drag, nudge. */
export function Movers({ moving, shapes, scale, unit, onPoint, hold }: { moving: Moving; shapes: Shape[]; scale: number; unit: Unit; onPoint: (part: string | null) => void; hold: Hold }) {
  // The scale is that at which the hand took hold: a box fitted round the things may grow or shrink under it.
  const from = useRef<{ x: number; y: number; scale: number; keys: string[]; moved: boolean; right: number; down: number; hand: HeldHand | null } | null>(null);
  const { items, inHand } = moving;
  const keysInHand = items.filter((i) => inHand.has(i.part)).map((i) => i.key);

  function steps(event: PointerEvent, start: { x: number; y: number; scale: number }): [number, number] {
    return [stepsOf(event.clientX - start.x, start.scale, unit), stepsOf(event.clientY - start.y, start.scale, unit)];
  }

  return (
    <>
      {items.map((item) => {
        const shape = shapes.find((s) => s.part === item.part && s.material === "item" && s.kind !== "text");
        if (!shape) return null;
        const on = inHand.has(item.part);
        const common = {
          fill: "transparent",
          stroke: "none",
          tabIndex: 0,
          role: "button",
          "data-item": item.key,
          "aria-pressed": on,
          "aria-label": `${item.name}: drag, or arrow keys to nudge`,
          style: { cursor: "move", touchAction: "none" },
          onPointerEnter: () => onPoint(item.part),
          onPointerLeave: () => onPoint(null),
          onPointerDown: (event: PointerEvent<SVGElement>) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            const also = event.shiftKey || event.ctrlKey || event.metaKey;
            if (!on || also) moving.onTake(item.key, also);
            from.current = { x: event.clientX, y: event.clientY, scale, keys: on || also ? [...new Set([...keysInHand, item.key])] : [item.key], moved: false, right: 0, down: 0, hand: null };
          },
          onPointerMove: (event: PointerEvent) => {
            const start = from.current;
            if (!start) return;
            const [right, down] = steps(event, start);
            if (!start.moved && Math.hypot(event.clientX - start.x, event.clientY - start.y) < 4) return;
            if (!start.moved) start.hand = hold(items.filter((i) => start.keys.includes(i.key)).flatMap((i) => shapes.filter((s) => s.part === i.part && s.material === "item" && s.kind !== "text")));
            start.moved = true;
            start.hand?.move(event.clientX - start.x, event.clientY - start.y);
            if (right === start.right && down === start.down) return;
            start.right = right;
            start.down = down;
            moving.onMove(start.keys, right, down, event.altKey, false);
          },
          onPointerUp: (event: PointerEvent) => {
            const start = from.current;
            from.current = null;
            start?.hand?.drop();
            if (!start?.moved) return;
            moving.onMove(start.keys, ...steps(event, start), event.altKey, true);
          },
          onPointerCancel: () => {
            const start = from.current;
            from.current = null;
            start?.hand?.drop();
            if (start?.moved) moving.onMove(start.keys, 0, 0, true, true);
          },
          onKeyDown: (event: React.KeyboardEvent) => {
            const keys = on ? keysInHand : [item.key];
            const arrow = ARROWS[event.key];
            if (arrow) {
              event.preventDefault();
              event.stopPropagation();
              if (!on) moving.onTake(item.key, false);
              moving.onNudge(keys, arrow[0], arrow[1], event.shiftKey);
            } else if (event.key === "Enter" || event.key === " ") {
              event.preventDefault();
              moving.onTake(item.key, event.shiftKey);
            } else if (event.key === "Delete") {
              moving.onRemove(keys);
            }
          },
        } as const;
        if (shape.kind === "circle") {
          const [x, y] = shape.points[0] as [number, number];
          return <circle key={item.key} {...common} cx={x * scale} cy={y * scale} r={shape.radius * scale} />;
        }
        return <polygon key={item.key} {...common} points={shape.points.map(([x, y]) => `${(x as number) * scale},${(y as number) * scale}`).join(" ")} />;
      })}
    </>
  );
}
