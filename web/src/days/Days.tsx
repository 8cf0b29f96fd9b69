import { ArrowLeft, CalendarPlus, ChevronLeft, ChevronRight, Clock3, Sparkles } from "lucide-react";
import { useEffect, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Link, useLocation } from "wouter";
import { api, unwrap, type Problem } from "../api/client";
import { useKeys } from "../parts/keys";
import { useDateText, useDayText, useShop } from "../parts/shop";
import { useAddress } from "../parts/useAddress";
import { Severity } from "../parts/Severity";
import { HandOver } from "../records/HandOver";
import { Calendar } from "./Calendar";
import { HandsDay } from "./HandsDay";
import { ReadyDialog } from "./ReadyDialog";
import { WeekDrawn } from "./WeekDrawn";
import { Working } from "./Working";
import { clock, daysChanged, useDays } from "./useDays";

// So many days are drawn at once: a week and the Monday after it.
const SHOWN = 8;

/** When what is done: a day for each pair of hands, or the pieces along the week. */
export function Days() {
  const { params, set } = useAddress();
  const [, navigate] = useLocation();
  const asked = /^\d{4}-\d{2}-\d{2}$/.test(params.get("day") ?? "") ? params.get("day") : null;
  const weekly = params.get("view") === "week";
  const found = useDays(asked, SHOWN);
  const shop = useShop();
  const dayName = useDayText();
  const dateName = useDateText();
  const client = useQueryClient();
  const [working, setWorking] = useState(false);
  const [calendar, setCalendar] = useState(false);
  const [ready, setReady] = useState<{ id: string; name: string } | null>(null);
  const [handing, setHanding] = useState<{ id: string; name: string } | null>(null);
  const days = found.data;

  useEffect(() => {
    document.title = shop.data ? `Days · ${shop.data.name}` : "Days";
  }, [shop.data]);

  const to = (day: string | undefined) => day && days && set({ day: day === days.today ? null : day });
  useKeys({
    arrowright: () => to(days?.next),
    arrowleft: () => to(days?.before),
    w: () => set({ view: weekly ? null : "week" }),
    escape: () => navigate("/"),
  });

  async function search() {
    await unwrap(api.POST("/api/days/search")).catch(() => undefined);
    await daysChanged(client);
  }
  async function heard() {
    await unwrap(api.POST("/api/days/heard"));
    await daysChanged(client);
  }

  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1.5">
        <Link to="/" className="btn btn-bare px-1" aria-label="To the rack">
          <ArrowLeft size={18} aria-hidden />
        </Link>
        <h1 className="text-[20px] font-semibold">Days</h1>
        <div className="flex items-center gap-1" role="group" aria-label="Which day">
          <button type="button" className="btn btn-bare px-1" aria-label="The day before" disabled={!days} onClick={() => to(days?.before)}>
            <ChevronLeft size={18} aria-hidden />
          </button>
          <span className="min-w-28 text-center font-semibold" role="status">
            {days ? (days.day === days.today ? `Today, ${dayName(days.day)}` : dayName(days.day)) : "…"}
          </span>
          <button type="button" className="btn btn-bare px-1" aria-label="The day after" disabled={!days} onClick={() => to(days?.next)}>
            <ChevronRight size={18} aria-hidden />
          </button>
          {days && days.day !== days.today && (
            <button type="button" className="btn" onClick={() => set({ day: null })}>
              Today
            </button>
          )}
        </div>
        <div className="flex" role="group" aria-label="Shown as">
          {(["hands", "week"] as const).map((view) => (
            <button key={view} type="button" className={`btn ${(view === "week") === weekly ? "border-act text-act" : "btn-bare"}`} aria-pressed={(view === "week") === weekly} onClick={() => set({ view: view === "week" ? "week" : null })}>
              {view === "hands" ? "By hands" : "By pieces"}
            </button>
          ))}
        </div>
        <span className="ml-auto flex items-center gap-1">
          {days?.search ? (
            <span role="status" className="text-soft" data-search>
              Looking for a better order…{days.search.late !== null && <span className="fig"> {days.search.late} h late, {days.search.bound} h can’t be helped</span>}
            </span>
          ) : (
            days && days.late.length > 0 && (
              <button type="button" className="btn" onClick={() => void search()} title="Try other orders of work for ten seconds">
                <Sparkles size={15} aria-hidden /> Look for a better order
              </button>
            )
          )}
          <button type="button" className="btn" onClick={() => setCalendar(true)}>
            <CalendarPlus size={15} aria-hidden /> Calendar
          </button>
          <button type="button" className="btn" onClick={() => setWorking(true)}>
            <Clock3 size={15} aria-hidden /> Hours and hands
          </button>
        </span>
      </header>
      <main className="min-h-0">
        {found.isError && !days ? (
          <div role="alert" className="m-6 border-l-4 border-l-stop bg-stop-wash p-3">
            <p className="font-semibold">{found.error.message}</p>
            <p>{(found.error as Problem).detail}</p>
          </div>
        ) : !days ? (
          <p className="p-10 text-soft">Working out the days…</p>
        ) : (
          <div className="grid h-full grid-cols-1 gap-px overflow-y-auto bg-rule desk:grid-cols-[minmax(0,1fr)_16.5rem] desk:overflow-hidden">
            <div className="scroll bg-board desk:overflow-auto" tabIndex={0} role="region" aria-label={weekly ? "Pieces along the days" : "The day"}>
              {weekly ? (
                <WeekDrawn week={days.week} today={days.today} onReady={(id, name) => setReady({ id, name })} />
              ) : (
                <div className="grid min-h-full auto-cols-fr gap-px bg-rule desk:grid-flow-col">
                  {days.hands.map((one) => (
                    <HandsDay key={one.hand} day={one} today={days.day === days.today} />
                  ))}
                </div>
              )}
            </div>
            <aside className="scroll space-y-4 bg-board-deep/60 p-3 leading-snug desk:overflow-y-auto" tabIndex={0} aria-label="What waits and what is late">
              {days.late.length > 0 && (
                <Aside title="Late">
                  {days.late.map((one) => (
                    <li key={one.piece} data-late={one.name}>
                      <Severity of="stop" /> <PieceLink id={one.piece} name={one.name} /> is due {dayName(one.due)}, ready {dayName(one.day)}.{" "}
                      <button type="button" className="text-act underline" onClick={() => setReady({ id: one.piece, name: one.name })}>
                        Ways out
                      </button>
                    </li>
                  ))}
                </Aside>
              )}
              {days.moved.length > 0 && (
                <Aside title="To be told">
                  {days.moved.map((one, i) => (
                    <li key={i}>
                      <b>{one.who === "owner" ? "Owner" : one.who}</b>: {one.name}, {one.say}
                      {one.now && one.now !== one.was && (
                        <span>
                          {" "}
                          {one.was && `${dayName(one.was)} → `}
                          {dayName(one.now)}
                        </span>
                      )}
                    </li>
                  ))}
                  <li>
                    <button type="button" className="btn mt-1" onClick={() => void heard()}>
                      All told
                    </button>
                  </li>
                </Aside>
              )}
              <Aside title="Drying and waiting" empty="Nothing waits.">
                {days.drying.map((one) => (
                  <li key={one.piece + one.title}>
                    <PieceLink id={one.piece} name={one.name} />: {one.title.toLowerCase()}, till <span className="fig">{when(one.until, days.today, dayName)}</span>
                  </li>
                ))}
              </Aside>
              {days.to_come.length > 0 && (
                <Aside title="To come">
                  {days.to_come.map((one) => (
                    <li key={one.piece + one.what}>
                      {one.label} for <PieceLink id={one.piece} name={one.name} />, <span className="fig">{one.day.slice(0, 4) === days.today.slice(0, 4) ? dayName(one.day) : dateName(one.day)}</span>
                    </li>
                  ))}
                </Aside>
              )}
              {days.finished.length > 0 && (
                <Aside title="Ready to be fetched">
                  {days.finished.map((one) => (
                    <li key={one.piece}>
                      <PieceLink id={one.piece} name={one.name} />{" "}
                      <button type="button" className="text-act underline" aria-label={`Hand over ${one.name}`} onClick={() => setHanding({ id: one.piece, name: one.name })}>
                        Hand over
                      </button>
                    </li>
                  ))}
                </Aside>
              )}
              {days.waiting.length > 0 && (
                <Aside title="Not in the days yet">
                  {days.waiting.map((one) => (
                    <li key={one.piece}>
                      <PieceLink id={one.piece} name={one.name} />: {one.why}
                    </li>
                  ))}
                </Aside>
              )}
              {days.beyond > 0 && <p className="text-soft">{days.beyond} more are on the rack than are planned together: put away what is not in work.</p>}
              {days.loose.map((one) => (
                <p key={one.piece + one.why} role="alert">
                  <Severity of="caution" /> {one.name} can’t stay where it was set: what comes before it isn’t over then.
                </p>
              ))}
            </aside>
          </div>
        )}
      </main>
      {working && <Working onClose={() => setWorking(false)} />}
      {calendar && <Calendar hands={days?.hands.map((h) => h.hand) ?? []} onClose={() => setCalendar(false)} />}
      {handing && <HandOver piece={handing} onClose={() => setHanding(null)} />}
      {ready && <ReadyDialog piece={ready} onClose={() => setReady(null)} />}
    </div>
  );
}

function Aside({ title, empty, children }: { title: string; empty?: string; children: React.ReactNode[] | React.ReactNode }) {
  const none = Array.isArray(children) && children.flat().length === 0;
  return (
    <section aria-label={title}>
      <h2 className="mb-1 border-b border-rule pb-0.5 font-semibold">{title}</h2>
      {none ? <p className="text-soft">{empty}</p> : <ul className="space-y-1">{children}</ul>}
    </section>
  );
}

function PieceLink({ id, name }: { id: string; name: string }) {
  return (
    <Link to={`/pieces/${id}`} className="font-semibold hover:text-act hover:underline">
      {name}
    </Link>
  );
}

/** Today only the hour, else the day too. */
function when(moment: string, today: string, dayName: (iso: string) => string): string {
  const hour = clock(moment);
  return moment.slice(0, 10) === today ? hour : `${dayName(moment)} ${hour}`;
}
