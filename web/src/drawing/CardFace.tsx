import type { Card } from "../api/types";
import { Hatches, Shapes } from "./Shapes";

/** The face of a card, drawn at a scale (px a millimetre). */
export function CardFace({ face, scale }: { face: NonNullable<Card["face"]>; scale: number }) {
  const [wide, high] = [face.width * scale + 2, face.height * scale + 2];
  return (
    <svg className="paper" width={wide} height={high} viewBox={`-1 -1 ${wide} ${high}`} role="img" aria-label="Face to scale">
      <Hatches />
      <Shapes shapes={face.shapes} scale={scale} />
    </svg>
  );
}

/** The scale at which a face goes into a box (px). */
export function scaleInto(face: NonNullable<Card["face"]>, wide: number, high: number): number {
  return Math.min(wide / Math.max(face.width, 1), high / Math.max(face.height, 1));
}
