import { useImperativeHandle, useRef, useState, type Ref } from "react";
import type { Shape } from "../api/types";
import { pointsOf } from "./Shapes";

export interface HeldHand {
  /** Takes hold of shapes as they stand. */
  take: (shapes: Shape[], scale: number, left: number, top: number) => void;
  /** How far the hand has come, in px. */
  move: (right: number, down: number) => void;
  drop: () => void;
}

/**
 * The outline of what is held in the hand: it goes with the pointer at once, whatever is still being worked out; the thing itself
 * follows to where it comes to lie.
 */
export function Held({ hand }: { hand: Ref<HeldHand> }) {
  const [held, setHeld] = useState<{ shapes: Shape[]; scale: number; left: number; top: number } | null>(null);
  const group = useRef<SVGGElement>(null);
  useImperativeHandle(hand, () => ({
    take: (shapes, scale, left, top) => setHeld({ shapes, scale, left, top }),
    move: (right, down) => group.current?.setAttribute("transform", `translate(${right} ${down})`),
    drop: () => setHeld(null),
  }));
  if (!held) return null;
  return (
    <g transform={`translate(${held.left} ${held.top})`}>
      <g ref={group} data-held fill="none" stroke="var(--color-act)" strokeWidth={1.2} strokeDasharray="4 3" pointerEvents="none">
        {held.shapes.map((shape, i) => {
          if (shape.kind !== "circle") return <polygon key={i} points={pointsOf(shape, held.scale)} />;
          const [x, y] = shape.points[0] as [number, number];
          return <circle key={i} cx={x * held.scale} cy={y * held.scale} r={shape.radius * held.scale} />;
        })}
      </g>
    </g>
  );
}
