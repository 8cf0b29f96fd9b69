import { Check, CircleDashed, OctagonX } from "lucide-react";
import type { Say, StageKey, StagePanel, Unit } from "../api/types";
import { Sentence } from "../fields/Length";

const STATE = {
  settled: { Icon: Check, word: "settled", tone: "text-moss" },
  waiting: { Icon: CircleDashed, word: "to be looked at", tone: "text-caution" },
  stopped: { Icon: OctagonX, word: "stopped", tone: "text-stop" },
} as const;

/** The stages in the order of the work, each with how it stands, and the one answer everybody wants: does it go in? */
export function Ribbon({ stages, current, onGo, verdict, unit }: { stages: StagePanel[]; current: StageKey; onGo: (key: StageKey) => void; verdict: Say; unit: Unit }) {
  return (
    <nav className="flex items-stretch border-b border-rule bg-board-deep/60 pl-3" aria-label="Stages">
      {stages.map((stage, i) => {
        const { Icon, word, tone } = STATE[stage.state];
        const on = stage.key === current;
        return (
          <button
            key={stage.key}
            type="button"
            aria-current={on ? "step" : undefined}
            onClick={() => onGo(stage.key)}
            className={`flex items-center gap-2 border-x border-transparent px-4 py-1.5 ${on ? "border-x-rule! bg-sheet font-semibold shadow-[inset_0_-2px_0_var(--color-act)]" : "hover:bg-sheet/60"}`}
          >
            <span className="fig text-soft">{i + 1}</span>
            {stage.label}
            <span className={`inline-flex items-center ${tone}`}>
              <Icon size={15} aria-hidden />
              <span className="sr-only">{word}</span>
            </span>
          </button>
        );
      })}
      <p className="ml-auto self-center pr-4 text-right text-[13px] leading-tight" role="status">
        <Sentence say={verdict} unit={unit} />
      </p>
    </nav>
  );
}
