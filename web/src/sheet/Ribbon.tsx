import { Check, Circle, CircleDashed, OctagonX } from "lucide-react";
import type { Plan, StageKey, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { roveButtons } from "../parts/roving";

const STATE = {
  untouched: { Icon: Circle, word: "not looked at yet", tone: "text-soft" },
  settled: { Icon: Check, word: "done", tone: "text-moss" },
  waiting: { Icon: CircleDashed, word: "to be looked at", tone: "text-caution" },
  stopped: { Icon: OctagonX, word: "stopped", tone: "text-stop" },
} as const;

/** The stages in the order of the work, each with how it stands, and the one answer everybody wants: does it go in? */
export function Ribbon({ plan, seen, current, onGo, unit }: { plan: Plan; seen: ReadonlySet<string>; current: StageKey; onGo: (key: StageKey) => void; unit: Unit }) {
  const stopped = plan.checks.some((check) => check.severity === "stop");
  return (
    <nav className="flex flex-wrap items-stretch border-b border-rule bg-board-deep/60 pl-3" aria-label="Stages" onKeyDown={roveButtons}>
      {plan.stages.map((stage, i) => {
        const { Icon, word, tone } = STATE[stage.state === "settled" && !seen.has(stage.key) ? "untouched" : stage.state];
        const on = stage.key === current;
        return (
          <button
            key={stage.key}
            type="button"
            tabIndex={on ? 0 : -1}
            aria-current={on ? "step" : undefined}
            onClick={() => onGo(stage.key)}
            className={`stage flex items-center gap-2 border-x border-transparent px-2 py-1.5 desk:px-4 ${on ? "border-x-rule! bg-sheet font-semibold shadow-[inset_0_-2px_0_var(--color-act)]" : "hover:bg-sheet/60"}`}
          >
            <span className="fig text-soft">{i + 1}</span>
            {stage.label}
            <span className={`inline-flex items-center ${tone}`}>
              <Icon size={Icon === Circle ? 8 : 15} aria-hidden />
              <span className="sr-only">{word}</span>
            </span>
          </button>
        );
      })}
      <p className="min-w-0 basis-full py-1 pr-4 text-[13px] leading-tight desk:ml-auto desk:basis-auto desk:self-center desk:text-right" role="status">
        {stopped && <b className="text-stop">Stop. </b>}
        <Sentence say={plan.verdict} unit={unit} />
      </p>
    </nav>
  );
}
