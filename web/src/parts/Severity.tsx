import { CircleSmall, OctagonX, TriangleAlert } from "lucide-react";
import type { Check } from "../api/types";

const LOOK = {
  stop: { word: "Stop", Icon: OctagonX, tone: "text-stop" },
  caution: { word: "Caution", Icon: TriangleAlert, tone: "text-caution" },
  note: { word: "Note", Icon: CircleSmall, tone: "text-soft" },
} as const;

/** A severity told by word and shape, not by colour alone. */
export function Severity({ of }: { of: Check["severity"] }) {
  const { word, Icon, tone } = LOOK[of];
  return (
    <span className={`inline-flex items-center gap-1 align-bottom font-semibold ${tone}`}>
      <Icon size={16} aria-hidden />
      {word}
    </span>
  );
}
