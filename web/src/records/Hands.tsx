import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ArrowLeft } from "lucide-react";
import { useEffect } from "react";
import { Link, useLocation } from "wouter";
import { api, unwrap, type Problem } from "../api/client";
import type { TakingOut, ToolOut, YourHands } from "../api/types";
import { useKeys } from "../parts/keys";
import { useShop } from "../parts/shop";

type Taken = { tool?: ToolOut["tool"]; kind?: string; back?: boolean };
/** How a spread is told: two places where it matters, one where it doesn’t. */
const mm = (value: number) => `${Math.abs(value) < 1 ? Math.round(value * 100) / 100 : Math.round(value * 10) / 10} mm`.replace("-", "−");

/** What saw, mat cutter, glass cutter and tape really do in this shop, and how long its work takes: taken over only by a person. */
export function Hands() {
  const client = useQueryClient();
  const [, navigate] = useLocation();
  const shop = useShop();
  const found = useQuery({ queryKey: ["hands"], queryFn: ({ signal }) => unwrap(api.GET("/api/hands", { signal })) });
  const take = useMutation<YourHands, Problem, Taken>({
    mutationFn: (what) => unwrap(api.POST("/api/hands", { body: { kind: "", back: false, ...what } })),
    onSuccess: async (told) => {
      client.setQueryData(["hands"], told);
      await client.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "hands" });
    },
  });
  useKeys({ escape: () => navigate("/records") });
  useEffect(() => {
    document.title = shop.data ? `What your hands really do · ${shop.data.name}` : "Hands";
  }, [shop.data]);
  const told = found.data;
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-3 border-b border-rule px-3 py-1.5">
        <Link to="/records" className="btn btn-bare px-1" aria-label="To the records">
          <ArrowLeft size={18} aria-hidden />
        </Link>
        <h1 className="text-[20px] font-semibold">What your hands really do</h1>
        {told && <span className="text-soft">from {told.records === 1 ? "one record" : `${told.records} records`} and what is on the rack</span>}
      </header>
      <main className="scroll overflow-y-auto px-4 py-3" tabIndex={0}>
        {found.isError && <p role="alert">{found.error.message}</p>}
        {take.error && (
          <p role="alert" className="text-stop">
            {take.error.message}. {take.error.detail}
          </p>
        )}
        {told && (
          <>
            <ul className="grid gap-px border border-rule bg-rule desk:grid-cols-2">
              {told.tools.map((tool) => (
                <Tool key={tool.tool} tool={tool} busy={take.isPending} onTake={take.mutate} />
              ))}
            </ul>
            <Times times={told.times} busy={take.isPending} onTake={take.mutate} />
            <p className="mt-4 max-w-3xl text-soft">
              Readings that are plainly another length are left out, and one bad reading moves little. An interval holds the truth nine times of ten. A tolerance is offered from its wide end: with few readings it is wide, and narrows as more are read. Nothing changes by itself.
            </p>
          </>
        )}
      </main>
    </div>
  );
}

const PLOT = { wide: 470, high: 64, mid: 46, most: 2 };
const at = (off: number) => PLOT.wide / 2 + (Math.max(-PLOT.most, Math.min(PLOT.most, off)) / PLOT.most) * (PLOT.wide / 2 - 8);

/** Each reading a dot where it was off, stacked; what the shop reckons with as a band; the leaning with its interval under it. */
function Plot({ tool }: { tool: ToolOut }) {
  const stacks = new Map<number, number>();
  const dots = tool.readings.map((r) => {
    const off = Math.round((r.found - r.planned) * 10) / 10;
    const n = stacks.get(off) ?? 0;
    stacks.set(off, n + 1);
    return { off, n };
  });
  return (
    <svg viewBox={`0 0 ${PLOT.wide} ${PLOT.high + 14}`} className="mt-1 w-full" role="img" aria-label={`How far ${tool.count} readings were off`}>
      <rect x={at(-tool.gives)} y={4} width={at(tool.gives) - at(-tool.gives)} height={PLOT.mid - 4} fill="var(--color-board-deep)" />
      <line x1={0} x2={PLOT.wide} y1={PLOT.mid} y2={PLOT.mid} stroke="var(--color-edge)" />
      {[-2, -1, 0, 1, 2].map((tick) => (
        <g key={tick}>
          <line x1={at(tick)} x2={at(tick)} y1={PLOT.mid} y2={PLOT.mid + 4} stroke="var(--color-edge)" />
          <text x={at(tick)} y={PLOT.high + 10} textAnchor="middle" fontSize="11" fill="var(--color-soft)">
            {tick === 0 ? "as planned" : `${tick > 0 ? "+" : "−"}${Math.abs(tick)}`}
          </text>
        </g>
      ))}
      {dots.map((d, i) => (
        <circle key={i} cx={at(d.off)} cy={PLOT.mid - 4 - (d.n % 8) * 5} r={2.4} fill="var(--color-act)" />
      ))}
      {tool.wanting === 0 && (
        <g stroke="var(--color-stop)" strokeWidth={2}>
          <line x1={at(tool.leaning_from)} x2={at(tool.leaning_to)} y1={PLOT.mid + 8} y2={PLOT.mid + 8} />
          <line x1={at(tool.leaning)} x2={at(tool.leaning)} y1={PLOT.mid + 4} y2={PLOT.mid + 12} />
        </g>
      )}
    </svg>
  );
}

function Tool({ tool, busy, onTake }: { tool: ToolOut; busy: boolean; onTake: (what: Taken) => void }) {
  const pieces = [...new Map(tool.readings.map((r) => [r.name, r.record])).entries()];
  return (
    <li className="bg-sheet p-3 leading-snug" data-tool={tool.tool}>
      <h2 className="text-[16px] font-semibold">
        {tool.label} <span className="text-[14px] font-normal text-soft">reckoned with ±{mm(tool.now)}</span>
      </h2>
      <Plot tool={tool} />
      {tool.wanting > 0 ? (
        <p className="text-soft">
          {tool.count === 0 ? "Nothing was read yet" : `${tool.count} read`}: {tool.wanting} more, and something can be said. {tool.tool === "tape" ? "Read each place twice." : "Read what was cut, at its step at the bench."}
        </p>
      ) : (
        <>
          <p>
            {tool.correct !== 0 && tool.tool !== "tape" ? (
              <>
                <b>
                  Leans {mm(Math.abs(tool.leaning))} {tool.leaning > 0 ? "long" : "short"}
                </b>{" "}
                ({mm(tool.leaning_from)} to {mm(tool.leaning_to)}): set the stop {mm(Math.abs(tool.correct))} {tool.correct > 0 ? "shorter" : "longer"}.{" "}
              </>
            ) : (
              <>It leans neither way. </>
            )}
            {tool.tool === "tape" ? "Read twice, it" : "One cut"} spreads by {mm(tool.one)}: nineteen of twenty within ±{mm(tool.offered ?? 0)}
            {tool.correct !== 0 && tool.tool !== "tape" && ", the leaning in it"}.
          </p>
          <details className="mt-1">
            <summary className="cursor-pointer text-act underline">How it is reckoned</summary>
            <ul className="fig mt-1 whitespace-normal">
              {tool.sums.map((sum) => (
                <li key={sum} className="whitespace-normal">
                  {sum} mm
                </li>
              ))}
            </ul>
          </details>
          <p className="mt-1.5 flex flex-wrap items-center gap-2">
            {tool.offered === tool.now ? (
              <>
                <span className="text-moss">The shop goes by it.</span>
                <button type="button" className="btn btn-bare py-0.5" disabled={busy} onClick={() => onTake({ tool: tool.tool, back: true })}>
                  The house figure again
                </button>
              </>
            ) : (
              <button type="button" className="btn" disabled={busy} onClick={() => onTake({ tool: tool.tool })}>
                Go by ±{mm(tool.offered ?? 0)}
              </button>
            )}
          </p>
        </>
      )}
      {pieces.length > 0 && (
        <p className="mt-1 text-[12.5px] text-soft">
          From{" "}
          {pieces.slice(0, 6).map(([name, record], n) => (
            <span key={name}>
              {n > 0 && ", "}
              {record ? (
                <Link to={`/records/${record}`} className="underline">
                  {name}
                </Link>
              ) : (
                name
              )}
            </span>
          ))}
          {pieces.length > 6 && ` and ${pieces.length - 6} more`}.
        </p>
      )}
    </li>
  );
}

function Times({ times, busy, onTake }: { times: TakingOut[]; busy: boolean; onTake: (what: Taken) => void }) {
  const told = times.filter((t) => t.wanting === 0);
  const waiting = times.filter((t) => t.wanting > 0);
  const cell = "border-b border-rule py-1 pr-4 align-top";
  return (
    <section aria-label="How long work takes" className="mt-5">
      <h2 className="mb-1 text-[16px] font-semibold">How long work takes</h2>
      {told.length === 0 && <p className="text-soft">No kind of work has eight times yet.</p>}
      {told.length > 0 && (
        <table className="border-collapse">
          <thead>
            <tr className="text-left text-soft">
              {["Work", "Times taken", "Beside what is planned", "The days go by", "Taken over"].map((h) => (
                <th key={h} className="border-b border-ink/50 pr-4 font-normal">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {told.map((t) => (
              <tr key={t.kind} data-kind={t.kind}>
                <td className={cell}>{t.title}</td>
                <td className={`${cell} fig`}>{t.count}</td>
                <td className={`${cell} fig`}>
                  {pace(t.add, t.times)} <span className="text-soft">({t.share_from.toFixed(2)} to {t.share_to.toFixed(2)})</span>
                </td>
                <td className={`${cell} fig`}>{t.now_add === 0 && t.now_times === 1 ? "the plan" : pace(t.now_add, t.now_times)}</td>
                <td className={cell}>
                  {t.now_add === t.add && t.now_times === t.times && !(t.add === 0 && t.times === 1) ? (
                    <button type="button" className="btn btn-bare py-0.5" disabled={busy} onClick={() => onTake({ kind: t.kind, back: true })}>
                      The plan’s again
                    </button>
                  ) : t.offered ? (
                    <button type="button" className="btn py-0.5" disabled={busy} onClick={() => onTake({ kind: t.kind })}>
                      Go by it
                    </button>
                  ) : (
                    <span className="text-soft">as planned, as far as can be said</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {waiting.length > 0 && (
        <p className="mt-2 max-w-4xl text-[12.5px] text-soft">
          Too few yet: {waiting.slice(0, 14).map((t) => `${t.title.toLowerCase()} ${t.count}`).join(", ")}
          {waiting.length > 14 && ` and ${waiting.length - 14} more kinds`}.
        </p>
      )}
    </section>
  );
}

const pace = (add: number, times: number) => `${add > 0 ? `${add} min + ` : ""}${times} ×`;
