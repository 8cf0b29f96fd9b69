import { memo } from "react";
import type { Plan, StageKey, Unit, View, ViewKey } from "../api/types";
import { Drawing } from "../drawing/Drawing";

const nothing = () => undefined;
const nobody = () => null;
// A small drawing has no numbers on it: no figure of the plan is looked up.
const BARE = { figures: {} } as Plan;

interface Props {
  view: View;
  stage: StageKey;
  unit: Unit;
  onLarge: (view: ViewKey) => void;
}

/** A view kept small beside the large one; a click draws it large. */
export const SmallView = memo(function SmallView({ view, stage, unit, onLarge }: Props) {
  return (
    <figure className="paper relative min-h-0 bg-sheet">
      <Drawing plan={BARE} view={view} stage={stage} unit={unit} small onPoint={nothing} onOpen={nothing} onDrag={nothing} onNudge={nothing} editor={nobody} />
      <button type="button" className="absolute inset-0 z-20 text-left" onClick={() => onLarge(view.key)} aria-label={`${view.title}: draw it large`}>
        <span className="absolute left-2 top-1 text-[12.5px] font-semibold">{view.title.split(",")[0]}</span>
      </button>
    </figure>
  );
});
