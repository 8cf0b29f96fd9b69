import { Link } from "wouter";
import type { WeekLine, WeekOut } from "../api/types";
import { useDayText } from "../parts/shop";

const share = (x: number) => `${(x * 100).toFixed(3)}%`;

/** Pieces as threads along the days: work thick, waits thin, a notch where something is looked at; the day it is due and the day it is ready. */
export function WeekDrawn({ week, today, onReady }: { week: WeekOut; today: string; onReady: (id: string, name: string) => void }) {
  const dayName = useDayText();
  return (
    <div className="min-w-[44rem] p-3">
      <div className="grid grid-cols-[12.5rem_minmax(0,1fr)]">
        <span />
        <div className="relative h-6 border-b border-ink/50">
          {week.days.map((day) => (
            <span key={day.day} className={`absolute bottom-0.5 truncate border-l border-ink/50 pl-1 leading-tight ${day.day === today ? "font-semibold" : "text-soft"} ${day.open_at.length === 0 ? "text-[11px]" : ""}`} style={{ left: share(day.start), width: share(day.end - day.start) }}>
              {day.open_at.length ? dayName(day.day) : ""}
            </span>
          ))}
        </div>
        <ul className="contents">
          {week.lines.map((line) => (
            <Thread key={line.piece} line={line} week={week} onReady={onReady} />
          ))}
        </ul>
      </div>
      <p className="mt-3 flex flex-wrap gap-x-5 gap-y-1 pl-[12.5rem] text-[12.5px] text-soft">
        <span>
          <span className="mr-1.5 inline-block h-2 w-5 bg-ink align-middle" />
          work
        </span>
        <span>
          <span className="mr-1.5 inline-block h-px w-6 bg-ink align-middle" />
          drying, nobody at it
        </span>
        <span>
          <span className="mr-1.5 inline-block h-3 w-0.5 bg-act align-middle" />
          look before going on
        </span>
        <span>
          <span className="mr-1.5 inline-block h-3.5 w-[3px] bg-moss align-middle" />
          ready
        </span>
        <span>
          <span className="mr-1.5 inline-block h-3.5 w-0 border-l-2 border-dashed border-stop align-middle" />
          due
        </span>
      </p>
    </div>
  );
}

function Thread({ line, week, onReady }: { line: WeekLine; week: WeekOut; onReady: (id: string, name: string) => void }) {
  const dayName = useDayText();
  const late = line.late > 0;
  const told = `${line.name}: ${line.ready_day ? `ready ${dayName(line.ready_day)}` : "nothing left to do"}${late ? ", late" : ""}`;
  return (
    <li className="contents" data-thread={line.name}>
      <div className="flex h-7 items-center gap-1 border-b border-rule pr-2">
        <Link to={`/pieces/${line.piece}`} className="min-w-0 flex-1 truncate hover:text-act hover:underline" title={line.name}>
          {line.name}
        </Link>
        <button type="button" className={`fig shrink-0 text-[12px] hover:text-act hover:underline ${late ? "text-stop" : "text-soft"}`} aria-label={`${told}: why, and sooner`} onClick={() => onReady(line.piece, line.name)}>
          {line.ready_day && dayName(line.ready_day)}
        </button>
      </div>
      <div className="relative h-7 border-b border-rule" role="img" aria-label={told}>
        {week.days.map((day) => (
          <span key={day.day} className="contents">
            {day.open_at.map(({ start, end }) => (
              <span key={start} className="absolute inset-y-0 bg-sheet" style={{ left: share(start), width: share(end - start) }} />
            ))}
            <span className="absolute inset-y-0 border-l border-rule" style={{ left: share(day.start) }} />
          </span>
        ))}
        {line.stretches.map((s, i) =>
          s.kind === "work" ? (
            <span key={i} className="absolute top-1/2 h-[9px] -translate-y-1/2 bg-ink" title={`${s.title}, ${s.hand}`} style={{ left: share(s.start), width: `max(2px, ${share(s.end - s.start)})` }}>
              {s.gate && <span className="absolute -top-[3px] -bottom-[3px] left-0 w-0.5 bg-act" />}
            </span>
          ) : (
            <span key={i} className="absolute top-1/2 h-px bg-ink/80" title={`after ${s.title.toLowerCase()}`} style={{ left: share(s.start), width: share(s.end - s.start) }} />
          ),
        )}
        {line.ready !== null && <span className="absolute inset-y-1 w-[3px] bg-moss" style={{ left: share(line.ready) }} />}
        {line.due !== null && <span className="absolute inset-y-0.5 border-l-2 border-dashed border-stop" style={{ left: share(line.due) }} />}
        {week.now !== null && <span className="absolute inset-y-0 border-l border-act" style={{ left: share(week.now) }} />}
      </div>
    </li>
  );
}
