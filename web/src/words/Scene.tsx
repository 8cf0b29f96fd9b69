import type { View } from "../api/types";
import { Hatches, Shapes } from "../drawing/Shapes";

// What is no thing but the room between things is drawn only when it is asked for.
const ROOM = new Set(["cut", "clash", "hidden"]);

/** A small drawing of no piece, one part of it marked. */
export function Scene({ view, part, word = "", wide = 232 }: { view: View; part: string; word?: string; wide?: number }) {
  const scale = (wide - 8) / Math.max(view.width, view.height * 1.6);
  const [across, down] = [view.width * scale + 6, view.height * scale + 6];
  return (
    <figure className="paper bg-sheet p-1">
      <svg width={across} height={down} viewBox={`-3 -3 ${across} ${down}`} role="img" aria-label={word ? `${view.title}: ${word} marked in blue` : view.title}>
        <Hatches />
        <Shapes shapes={view.shapes.filter((shape) => !ROOM.has(shape.material) || shape.part === part)} scale={scale} inHand={new Set([part])} />
      </svg>
      <figcaption className="text-[12px] text-soft">{view.title}</figcaption>
    </figure>
  );
}
