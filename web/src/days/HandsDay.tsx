import { Check, CirclePause, CirclePlay, Eye, Hourglass, Pin, Ruler, Square } from "lucide-react";
import { Link } from "wouter";
import type { Do, Doing, HandsOut } from "../api/types";
import { clock, useDo } from "./useDays";

/** The day of a pair of hands, in order; what belongs to one piece stands together under its name. */
export function HandsDay({ day, today }: { day: HandsOut; today: boolean }) {
  const act = useDo();
  const groups: Doing[][] = [];
  for (const one of day.doing) {
    const last = groups.at(-1);
    if (last && last[0]?.piece === one.piece) last.push(one);
    else groups.push([one]);
  }
  return (
    <section className="bg-sheet p-3" aria-label={day.hand}>
      <h2 className="mb-2 text-[17px] font-semibold">
        {day.hand}
        {day.away && <span className="ml-2 text-[13px] font-normal text-soft">away</span>}
      </h2>
      {act.error && (
        <p role="alert" className="mb-2 border-l-4 border-l-stop bg-stop-wash px-2 py-1">
          {act.error.message}. {act.error.detail}
        </p>
      )}
      {groups.length === 0 && !day.away && <p className="text-soft">Nothing on this day.</p>}
      <ol className="space-y-2.5">
        {groups.map((group) => (
          <li key={(group[0]?.piece ?? "") + (group[0]?.start ?? "")}>
            <h3 className="flex items-baseline gap-2 leading-tight">
              <span className="fig w-10 shrink-0 text-right text-soft">{clock(group[0]?.start ?? "")}</span>
              <Link to={`/pieces/${group[0]?.piece}/bench`} className="truncate font-semibold hover:text-act hover:underline" title={`${group[0]?.name}: at the bench`}>
                {group[0]?.name}
              </Link>
            </h3>
            <ol>
              {group.map((one) => (
                <Row key={one.key + one.start} one={one} hand={day.hand} today={today} onDo={(what) => act.mutate({ piece: one.piece, key: one.key, do: what, hand: day.hand, ...(what === "pin" ? { at: one.start } : {}) })} />
              ))}
            </ol>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Row({ one, hand, today, onDo }: { one: Doing; hand: string; today: boolean; onDo: (what: Do["do"]) => void }) {
  const done = one.state === "done";
  const tick = done ? "undo" : "done";
  return (
    <li className={`grid grid-cols-[2.9rem_minmax(0,1fr)_auto] items-baseline gap-2 py-px leading-snug ${one.state === "begun" ? "bg-act-wash" : ""}`} data-operation={`${one.name}: ${one.title}`} data-state={one.state}>
      <span className="flex justify-end self-center">
        {today && one.reads && !done && (
          <Link to={`/pieces/${one.piece}/bench?step=${encodeURIComponent(one.key)}`} className="text-act hover:text-act-deep" aria-label={`Read at the bench: ${one.title}, ${one.name}`} title="Read at the bench">
            <Ruler size={16} aria-hidden />
          </Link>
        )}
        {today && !(one.reads && !done) && (
          <button type="button" className="text-act hover:text-act-deep" aria-label={done ? `Not done: ${one.title}, ${one.name}` : `Done: ${one.title}, ${one.name}`} title={done ? "Done; press if it isn’t" : `Done by ${hand}`} onClick={() => onDo(tick)}>
            {done ? <Check size={16} className="text-moss" aria-hidden /> : <Square size={16} aria-hidden />}
          </button>
        )}
      </span>
      <span className={done ? "text-soft line-through decoration-1" : ""}>
        {one.title}
        {one.gate && !done && <Eye size={13} className="ml-1 inline text-act" aria-label="look before going on" />}
        {one.again && !done && <span className="ml-1 text-[12px] text-soft">{one.set_up} stands ready</span>}
        {one.until && (
          <span className="ml-1 text-[12px] whitespace-nowrap text-soft">
            <Hourglass size={11} className="inline" aria-label="then wait" /> till {clock(one.until)}
          </span>
        )}
      </span>
      <span className="flex items-center gap-1 self-center">
        {one.state === "planned" && (
          <button type="button" className={one.pinned ? "text-act" : "text-edge hover:text-act"} aria-pressed={one.pinned} aria-label={`Keep it at this time: ${one.title}, ${one.name}`} title={one.pinned ? "Kept at this time; press to let it go" : "Keep it at this time"} onClick={() => onDo(one.pinned ? "unpin" : "pin")}>
            <Pin size={14} aria-hidden />
          </button>
        )}
        {today && !done && (
          <button type="button" className="text-soft hover:text-act" aria-label={one.state === "begun" ? `Pause: ${one.title}, ${one.name}` : `Begin: ${one.title}, ${one.name}`} title={one.state === "begun" ? "Pause" : "Begin"} onClick={() => onDo(one.state === "begun" ? "pause" : "begin")}>
            {one.state === "begun" ? <CirclePause size={16} className="text-act" aria-hidden /> : <CirclePlay size={16} aria-hidden />}
          </button>
        )}
        <span className="fig w-9 text-right text-[12.5px] text-soft">{minutes(one)}</span>
      </span>
    </li>
  );
}

function minutes(one: Doing): string {
  return `${Math.round((Date.parse(one.end) - Date.parse(one.start)) / 60_000)} min`;
}
