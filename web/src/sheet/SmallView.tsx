import { memo } from "react";
import type { Plan, StageKey, Unit, ViewKey } from "../api/types";
import { Drawing } from "../drawing/Drawing";

const nothing = () => undefined;
const nobody = () => null;

interface Props {
  plan: Plan;
  view: ViewKey;
  stage: StageKey;
  unit: Unit;
  lit: ReadonlySet<string>;
  onLarge: (view: ViewKey) => void;
}

/** A view kept small beside the large one; a click draws it large. */
export const SmallView = memo(function SmallView({ plan, view: key, stage, unit, lit, onLarge }: Props) {
  const view = plan.views.find((v) => v.key === key);
  if (!view) return null;
  return (
    <figure className="relative min-h-0 bg-sheet">
      <Drawing plan={plan} view={view} stage={stage} unit={unit} lit={lit} small onPoint={nothing} onOpen={nothing} onDrag={nothing} onNudge={nothing} editor={nobody} />
      <button type="button" className="absolute inset-0 z-20 text-left" onClick={() => onLarge(key)} aria-label={`${view.title}: draw it large`}>
        <span className="absolute left-2 top-1 text-[12.5px] font-semibold">{view.title.split(",")[0]}</span>
      </button>
    </figure>
  );
});
