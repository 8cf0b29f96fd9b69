import { keepPreviousData, useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { ArrowLeft, Download, Hand, Search, X } from "lucide-react";
import { useEffect, useRef } from "react";
import { Link, useLocation } from "wouter";
import { api, unwrap, type Problem } from "../api/client";
import type { Found } from "../api/types";
import { CardFace, scaleInto } from "../drawing/CardFace";
import { useKeys } from "../parts/keys";
import { useDateText, useShop } from "../parts/shop";
import { useUnits } from "../parts/units";
import { useAddress, useWords } from "../parts/useAddress";

const NARROWED = { owner: "Owner", kind: "What it is", display: "Shown", method: "Held by", material: "Cut from", year: "Year" } as const;
type Narrowed = keyof typeof NARROWED;
const PAGE = 40;
// A picture in the list is at most so large (px).
const BOX = { wide: 108, high: 76 };

/** Handed-over pieces, found again by what is known of them, or by one they are like. */
export function Records() {
  const { params, set, clear } = useAddress();
  const [, navigate] = useLocation();
  const [q, setQ] = useWords(params, set);
  const search = useRef<HTMLInputElement>(null);
  const shop = useShop();
  const { chosen, switchFrom } = useUnits();
  const unit = chosen ?? (shop.data?.units === "in" ? "in" : "mm");
  const asked = Object.fromEntries([...params.entries()].filter(([key]) => key in NARROWED || ["q", "least", "most", "like"].includes(key)));
  const found = useInfiniteQuery({
    queryKey: ["records", asked, unit],
    queryFn: ({ pageParam, signal }) => unwrap(api.GET("/api/records", { params: { query: { ...asked, year: asked.year ? Number(asked.year) : undefined, unit, start: pageParam, count: PAGE } as never }, signal })),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => (pages.flatMap((p) => p.rows).length < last.total ? pages.flatMap((p) => p.rows).length : undefined),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const choices = useQuery({ queryKey: ["records", "choices"], queryFn: ({ signal }) => unwrap(api.GET("/api/records/choices", { signal })) });
  useEffect(() => {
    document.title = shop.data ? `Records · ${shop.data.name}` : "Records";
  }, [shop.data]);

  useKeys({ "/": () => search.current?.focus(), u: () => switchFrom(unit), escape: () => navigate("/") });

  const whole = found.data?.pages[0];
  const rows = found.data?.pages.flatMap((p) => p.rows) ?? [];
  const faults = (found.error as Problem | null)?.faults ?? [];
  const narrowed = Object.keys(asked).length > 0;
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1.5">
        <Link to="/" className="btn btn-bare px-1" aria-label="To the rack">
          <ArrowLeft size={18} aria-hidden />
        </Link>
        <h1 className="text-[20px] font-semibold">Records</h1>
        <span className="text-soft" role="status">
          {whole ? (narrowed && !whole.like ? `${whole.total || "none"} found` : whole.total === 1 ? "one piece handed over" : `${whole.total} pieces handed over`) : "…"}
          {whole?.like && (
            <>
              , the most like <b className="text-ink">{whole.like}</b> first{" "}
              <button type="button" className="btn btn-bare px-0.5 py-0 align-middle" aria-label="The newest first again" onClick={() => set({ like: null }, true)}>
                <X size={15} />
              </button>
            </>
          )}
        </span>
        <span className="ml-auto flex items-center gap-1">
          <Link to="/hands" className="btn">
            <Hand size={15} aria-hidden /> What your hands really do
          </Link>
          <a className="btn" href="/api/records.csv" download>
            <Download size={15} aria-hidden /> CSV
          </a>
          <a className="btn" href="/api/records.json" download>
            <Download size={15} aria-hidden /> JSON
          </a>
        </span>
      </header>
      <div className="grid min-h-0 grid-cols-1 gap-px overflow-y-auto bg-rule desk:grid-cols-[15.5rem_minmax(0,1fr)] desk:overflow-hidden">
        <aside className="scroll space-y-3 bg-board-deep p-3 desk:overflow-y-auto" aria-label="Find again">
          <div className="relative">
            <Search size={16} className="absolute top-1/2 left-2 -translate-y-1/2 text-soft" aria-hidden />
            <input ref={search} type="search" className="field pl-8" placeholder="Any word said of it" aria-label="Words" value={q} onChange={(event) => setQ(event.target.value)} />
          </div>
          {(Object.keys(NARROWED) as Narrowed[]).map((key) => (
            <label key={key} className="block">
              {NARROWED[key]}
              <select className="field" value={params.get(key) ?? ""} onChange={(event) => set({ [key]: event.target.value }, true)}>
                <option value="">any</option>
                {(choices.data?.[key] ?? []).map((value) => (
                  <option key={value} value={value}>
                    {value}
                  </option>
                ))}
              </select>
            </label>
          ))}
          <fieldset>
            <legend>Longer side, {unit}</legend>
            <div className="grid grid-cols-2 gap-2">
              {(["least", "most"] as const).map((key) => (
                <input key={key} className="field fig" placeholder={key === "least" ? "from" : "to"} aria-label={key === "least" ? "Longer side from" : "Longer side to"} defaultValue={params.get(key) ?? ""} aria-invalid={faults.some((f) => f.pointer === `/${key}`) ? true : undefined} onChange={(event) => set({ [key]: event.target.value.trim() }, true)} />
              ))}
            </div>
            {faults.map((f) => (
              <p key={f.pointer} role="alert" className="text-stop">
                {f.message}. Accepted: {f.accepted}
              </p>
            ))}
          </fieldset>
          {narrowed && (
            <button
              type="button"
              className="btn"
              onClick={() => {
                setQ("");
                clear();
              }}
            >
              All of them
            </button>
          )}
        </aside>
        <main className="scroll bg-board desk:overflow-y-auto" tabIndex={0} aria-label="Handed-over pieces">
          {found.isError && faults.length === 0 && (
            <p role="alert" className="p-6 text-stop">
              {found.error.message}
            </p>
          )}
          {whole && rows.length === 0 && <p className="p-10 text-soft">{narrowed ? "No handed-over piece is like that." : "Nothing was handed over yet. At the bench, “Hand over” seals a piece’s record and puts it here."}</p>}
          <ul>
            {rows.map((row) => (
              <RecordRow key={row.id} row={row} onLike={() => set({ like: row.id }, true)} />
            ))}
          </ul>
          {found.hasNextPage && (
            <p className="p-3 text-center">
              <button type="button" className="btn" disabled={found.isFetchingNextPage} onClick={() => void found.fetchNextPage()}>
                More: {rows.length} of {whole?.total}
              </button>
            </p>
          )}
        </main>
      </div>
    </div>
  );
}

function RecordRow({ row, onLike }: { row: Found; onLike: () => void }) {
  const dateText = useDateText();
  const face = row.card.face;
  return (
    <li className="relative grid grid-cols-[7.5rem_minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule px-4 py-2 hover:bg-sheet/70" data-record={row.name}>
      <div className="flex h-20 items-center justify-center">{row.photo ? <img src={`/api/pictures/${row.photo}/small`} alt="" className="max-h-20 max-w-[7rem] border border-rule" /> : face && <CardFace face={face} scale={scaleInto(face, BOX.wide, BOX.high)} />}</div>
      <div className="min-w-0 leading-snug">
        <h2 className="truncate text-[15px] font-semibold">
          <Link to={`/records/${row.id}`} className="after:absolute after:inset-0">
            {row.name}
          </Link>
          {row.number > 1 && <span className="font-normal text-soft"> version {row.number}</span>}
        </h2>
        <p className="truncate">
          {row.owner || "no owner"} · <span className="fig">{row.size}</span>
        </p>
        <p className="truncate text-soft" title={row.method}>
          {row.display}: {row.method}
        </p>
      </div>
      <div className="text-right leading-snug">
        <p className="fig">{dateText(row.handed_at)}</p>
        {row.wrongs > 0 && <p className="text-caution">{row.wrongs === 1 ? "one thing to know" : `${row.wrongs} things to know`}</p>}
        <button type="button" className="btn relative z-10 mt-0.5 py-0.5" aria-label={`Like this one: ${row.name}`} onClick={onLike}>
          Like this one
        </button>
      </div>
    </li>
  );
}
