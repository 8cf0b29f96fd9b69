import { Bell, Hourglass } from "lucide-react";
import { Link } from "wouter";
import { leftText, useTimers } from "./useTimers";

/** The waits that run and those that are over, in a line, those of one piece `first`; nothing where none is. */
export function Timers({ most = 4, first }: { most?: number; first?: string }) {
  const all = useTimers();
  const timers = [...all.filter((t) => t.piece === first), ...all.filter((t) => t.piece !== first)];
  if (timers.length === 0) return null;
  const over = timers.filter((t) => t.over);
  const running = timers.filter((t) => !t.over).slice(0, Math.max(0, most - over.length));
  const ask = typeof Notification !== "undefined" && Notification.permission === "default";
  return (
    <section aria-label="Waits" className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
      <span role="status" className="contents">
        {over.map((t) => (
          <Link key={t.piece + t.key} to={`/pieces/${t.piece}/bench`} className="font-semibold text-moss hover:underline" data-timer={t.name}>
            <Bell size={14} className="mr-1 inline" aria-hidden />
            {t.name}: {t.title.toLowerCase()}, the wait is over
          </Link>
        ))}
      </span>
      {running.map((t) => (
        <Link key={t.piece + t.key} to={`/pieces/${t.piece}/bench`} className="text-soft hover:text-act hover:underline" data-timer={t.name}>
          <Hourglass size={13} className="mr-1 inline" aria-hidden />
          {t.name} <span className="fig text-ink">{leftText(t.left)}</span>
        </Link>
      ))}
      {timers.length > over.length + running.length && <span className="text-soft">{timers.length - over.length - running.length} more</span>}
      {ask && (
        <button type="button" className="text-act underline" onClick={() => void Notification.requestPermission()}>
          Tell me when one is over
        </button>
      )}
    </section>
  );
}
