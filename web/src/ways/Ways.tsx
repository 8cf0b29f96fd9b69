import { useQuery } from "@tanstack/react-query";
import { ArrowLeft, Check as Tick } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useLocation, useParams, useSearchParams } from "wouter";
import { api, Problem, unwrap } from "../api/client";
import type { Say, Unit, View, WayToShow } from "../api/types";
import { Hatches, Shapes } from "../drawing/Shapes";
import { Length, Sentence } from "../fields/Length";
import { useKeys } from "../parts/keys";
import { Severity } from "../parts/Severity";
import { useUnits } from "../parts/units";

const MOST = 4;
const ROOM = { width: 230, height: 210 };
const UNDONE = { yes: "yes", mostly: "mostly", no: "no, it is for good" } as const;

function hours(minutes: number): string {
  const h = Math.floor(minutes / 60);
  const m = minutes % 60;
  return h ? `${h} h${m ? ` ${m} min` : ""}` : `${m} min`;
}

/** Ways of showing one object side by side, at one scale; the planner's order, its reasons, and taking one over. */
export function Ways() {
  const { id = "" } = useParams<{ id: string }>();
  const [params, setParams] = useSearchParams();
  const [, navigate] = useLocation();
  const { unitFor, switchFrom } = useUnits();
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const piece = useQuery({ queryKey: ["piece", id], queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}", { params: { path: { piece_id: id } } })) });
  const found = useQuery({ queryKey: ["ways", id], queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/ways", { params: { path: { piece_id: id } } })) });
  const unit = unitFor(piece.data?.units ?? "mm");
  useKeys({ escape: () => navigate(`/pieces/${id}/display`), u: () => switchFrom(unit) });
  useEffect(() => {
    if (piece.data) document.title = `Ways of showing it · ${piece.data.name}`;
  }, [piece.data]);
  const gone = piece.error ?? found.error;
  if (gone instanceof Problem) {
    return (
      <main className="p-10">
        <h1 className="text-xl font-semibold">{gone.message}</h1>
        <p className="mt-1">{gone.detail}</p>
        <Link to="/" className="btn mt-4">
          <ArrowLeft size={16} /> To the rack
        </Link>
      </main>
    );
  }
  if (!piece.data || !found.data) return <p className="p-10 text-soft">Working out every way there is…</p>;

  const { ways, left_out: leftOut, proposed } = found.data;
  const { version } = piece.data;
  const asked = params.get("show")?.split(",").filter((k) => ways.some((w) => w.key === k));
  const chosen = asked?.length ? asked : [...proposed];
  const shown = ways.filter((w) => chosen.includes(w.key));
  const scale = Math.min(...shown.flatMap((w) => [ROOM.width / w.face.width, ROOM.height / w.face.height]), 1);

  function toggle(key: string) {
    const next = chosen.includes(key) ? chosen.filter((k) => k !== key) : [...chosen, key];
    if (next.length >= 1 && next.length <= MOST) setParams({ show: next.join(",") }, { replace: true });
  }

  async function take(key: string) {
    try {
      await unwrap(api.POST("/api/pieces/{piece_id}/edits", { params: { path: { piece_id: id } }, body: { version, edits: [{ op: "show_as", display: key, new_frame: false }], goes_on: false } }));
      navigate(`/pieces/${id}/display`);
    } catch (error) {
      // What stands now is fetched first: taken again, it is taken over that.
      await Promise.all([piece.refetch(), found.refetch()]);
      setTrouble(error as Problem);
    }
  }

  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)] overflow-hidden">
      <header className="flex items-center gap-3 border-b border-rule px-3 py-1.5">
        <Link to={`/pieces/${id}/display`} className="btn btn-bare px-1" aria-label="Back to the sheet">
          <ArrowLeft size={18} />
        </Link>
        <h1 className="text-[17px] font-semibold">{piece.data.name}</h1>
        <span className="text-soft">Ways of showing it, drawn at one scale</span>
        <button type="button" className="btn ml-auto" onClick={() => switchFrom(unit)} title="Switch units (U)">
          <span className="sr-only">Units: </span>
          <span className={unit === "mm" ? "font-semibold" : "text-soft"}>mm</span>
          <span className="text-rule">|</span>
          <span className={unit === "in" ? "font-semibold" : "text-soft"}>in</span>
        </button>
      </header>
      <main className="grid min-h-0 grid-cols-[19rem_minmax(0,1fr)]">
        <section className="scroll min-h-0 overflow-y-auto border-r border-rule p-3" aria-label="Which to look at" tabIndex={0}>
          <p className="mb-2 text-[13px] text-soft">In the order they suit it. Choose up to {MOST} to look at side by side.</p>
          <ul>
            {ways.map((w) => (
              <li key={w.key} className="border-b border-rule">
                <label className="flex cursor-pointer gap-2 py-1.5 leading-snug hover:bg-act-wash">
                  <input type="checkbox" className="mt-1 self-start accent-act" checked={chosen.includes(w.key)} disabled={!chosen.includes(w.key) && chosen.length >= MOST} onChange={() => toggle(w.key)} />
                  <span>
                    <span className="font-semibold">{w.label}</span>
                    {w.now && <span className="text-soft"> (as it is)</span>}
                    <span className="block text-[12.5px] text-soft">
                      {w.suits[0]?.toUpperCase()}
                      {w.suits.slice(1)}: {w.why}.
                    </span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
          {leftOut.length > 0 && (
            <>
              <h2 className="mt-4 font-semibold">Left out</h2>
              <ul className="text-[12.5px] leading-snug text-soft">
                {leftOut.map((l) => (
                  <li key={l.key} className="py-1">
                    <span className="font-medium text-ink">{l.label}</span>: {l.why}.
                  </li>
                ))}
              </ul>
            </>
          )}
        </section>
        <div className="scroll min-h-0 overflow-y-auto bg-sheet px-4 pb-4" role="region" aria-label="Side by side" tabIndex={0}>
          {trouble && (
            <p role="alert" className="mt-3 border-l-4 border-l-stop bg-stop-wash p-2">
              {trouble.message}. {trouble.detail} {trouble.faults.map((f) => `${f.field} ${f.message}.`).join(" ")}
            </p>
          )}
          <table className="w-full table-fixed">
            <caption className="sr-only">Ways of showing it, side by side</caption>
            <thead>
              <tr className="align-bottom">
                <td className="w-28" />
                {shown.map((w) => (
                  <th key={w.key} scope="col" className="px-2 pt-3 pb-1 text-left font-normal" data-way={w.key}>
                    <Face view={w.face} scale={scale} label={`${w.label}: face`} />
                    <span className="mt-2 block text-[15px] font-semibold">{w.label}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="align-top text-[13.5px]">
              <Row label="Outside" ways={shown} cell={(w) => <Sentence say={w.size} unit={unit} />} />
              <Row label="Off the wall" ways={shown} cell={(w) => <Length shown={w.deep} unit={unit} />} />
              <Row label="Weight" ways={shown} cell={(w) => <span className="fig">{unit === "mm" ? w.weight.mm : w.weight.inch}</span>} />
              <Row label="Parts to cut" ways={shown} cell={(w) => <span className="fig">{w.parts}</span>} />
              <Row label="Held by" ways={shown} cell={(w) => w.held.how} />
              <Row label="Touches it" ways={shown} cell={(w) => w.held.touches} />
              <Row label="Can be undone" ways={shown} cell={(w) => UNDONE[w.held.reversible]} />
              <Row label="At the bench" ways={shown} cell={(w) => <span className="fig">{hours(w.time.bench)}</span>} />
              <Row label="Ready in" ways={shown} cell={(w) => <span className="fig">{w.days === 1 ? "a day" : `${w.days} days`}</span>} />
              <Row label="Stands in the way" ways={shown} cell={(w) => <Stops stops={w.stops} cautions={w.cautions} unit={unit} />} />
              <tr>
                <td />
                {shown.map((w) => (
                  <td key={w.key} className="px-2 py-2">
                    {w.now ? (
                      <span className="inline-flex items-center gap-1 font-semibold text-moss">
                        <Tick size={16} aria-hidden /> Shown so now
                      </span>
                    ) : (
                      <>
                        <button type="button" className="btn btn-act" onClick={() => void take(w.key)} aria-label={`Use this display: ${w.label}`}>
                          Use this display
                        </button>
                        {w.lost && <span className="mt-1 block text-[12.5px] text-caution">{w.lost[0]?.toUpperCase() + w.lost.slice(1)}. Undo brings it back.</span>}
                      </>
                    )}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </div>
      </main>
    </div>
  );
}

function Face({ view, scale, label }: { view: View; scale: number; label: string }) {
  const w = view.width * scale + 2;
  const h = view.height * scale + 2;
  return (
    <svg className="paper" width={w} height={h} viewBox={`-1 -1 ${w} ${h}`} role="img" aria-label={label}>
      <Hatches />
      <Shapes shapes={view.shapes} scale={scale} />
    </svg>
  );
}

function Row({ label, ways, cell }: { label: string; ways: WayToShow[]; cell: (w: WayToShow) => React.ReactNode }) {
  return (
    <tr className="border-t border-rule">
      <th scope="row" className="py-1.5 pr-2 text-left font-normal text-soft">
        {label}
      </th>
      {ways.map((w) => (
        <td key={w.key} className="px-2 py-1.5 leading-snug" data-row={label}>
          {cell(w)}
        </td>
      ))}
    </tr>
  );
}

function Stops({ stops, cautions, unit }: { stops: Say[]; cautions: number; unit: Unit }) {
  if (stops.length === 0 && cautions === 0) return <span className="font-semibold text-moss">Nothing</span>;
  return (
    <>
      {stops.slice(0, 2).map((say, i) => (
        <span key={i} className="block">
          <Severity of="stop" /> <Sentence say={say} unit={unit} />
        </span>
      ))}
      {stops.length > 2 && <span className="block text-soft">and {stops.length - 2} more</span>}
      {stops.length === 0 && (
        <span className="block">
          <Severity of="caution" /> {cautions} to look at
        </span>
      )}
    </>
  );
}
