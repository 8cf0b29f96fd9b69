import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { keepPreviousData, useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { BookCheck, BookOpen, CalendarDays, EllipsisVertical, Keyboard, Plus, Search, Settings2, Upload } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, useLocation } from "wouter";
import { api, Problem, unwrap } from "../api/client";
import type { Card, RackRow, Unit } from "../api/types";
import { CardFace } from "../drawing/CardFace";
import { plainSay, Sentence } from "../fields/Length";
import { overdue } from "../parts/dates";
import { useKeys } from "../parts/keys";
import { Severity } from "../parts/Severity";
import { Timers } from "../bench/Timers";
import { Shortcuts } from "../parts/Shortcuts";
import { useDateText, useShop } from "../parts/shop";
import { useUnits } from "../parts/units";
import { useAddress, useWords } from "../parts/useAddress";
import { later } from "../parts/later";
import { useSendingRest } from "../piece/useSendingRest";

const NewPiece = later(() => import("./NewPiece").then((m) => m.NewPiece));
const ShopSettings = later(() => import("./ShopSettings").then((m) => m.ShopSettings));
const ReadyDialog = later(() => import("../days/ReadyDialog").then((m) => m.ReadyDialog));
const HandOver = later(() => import("../records/HandOver").then((m) => m.HandOver));
const Rename = later(() => import("./Rename").then((m) => m.Rename));

const SORTS = { touched: "Last touched", due: "Due first", name: "By name" } as const;
type SortKey = keyof typeof SORTS;
const FILTERS = { all: "All", stopped: "Stopped", free: "Nothing in the way" } as const;
type FilterKey = keyof typeof FILTERS;

/** A key out of an address, if it is one; whoever typed another gets the usual. */
function known<K extends string>(keys: Record<K, string>, given: string | null, usual: K): K {
  return given !== null && given in keys ? (given as K) : usual;
}

// Rows fetched at a time; more as the page is scrolled.
const PAGE = 48;
const BOX = { width: 182, height: 118 };

/** The pieces in hand as they stand on the shelves of a rack, all drawn at one scale. */
export function Rack() {
  const unsent = useSendingRest();
  const { params, set } = useAddress();
  const [q, setQ] = useWords(params, set);
  const archived = params.get("away") === "1";
  const sort = known(SORTS, params.get("sort"), "due");
  const show = known(FILTERS, params.get("show"), "all");
  const asked = params.get("q") ?? "";
  const [making, setMaking] = useState<{ begin?: string } | null>(null);
  const [settings, setSettings] = useState(false);
  const [help, setHelp] = useState(false);
  const [ready, setReady] = useState<{ id: string; name: string } | null>(null);
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const [, navigate] = useLocation();
  const { chosen, switchFrom } = useUnits();

  const shop = useShop();
  const rack = useInfiniteQuery({
    queryKey: ["rack", asked, archived, show, sort],
    queryFn: ({ pageParam, signal }) => unwrap(api.GET("/api/pieces", { params: { query: { q: asked, archived, show, sort, start: pageParam, most: PAGE } }, signal })),
    initialPageParam: 0,
    getNextPageParam: (last, all) => (all.length * PAGE < last.total ? all.length * PAGE : undefined),
    placeholderData: keepPreviousData,
    // Cards that are being worked out anew come in by themselves.
    refetchInterval: (query) => (query.state.data?.pages.some((page) => page.renewing > 0) ? 1500 : false),
  });
  useEffect(() => {
    document.title = shop.data ? `Rack · ${shop.data.name}` : "Shadbo";
  }, [shop.data]);

  useKeys({
    "/": () => search.current?.focus(),
    "?": () => setHelp(true),
    u: () => switchFrom(chosen ?? "mm"),
    n: () => setMaking({}),
  });

  async function readIn(files: FileList | null) {
    const chosenFile = files?.[0];
    if (!chosenFile) return;
    try {
      const piece = await unwrap(api.POST("/api/pieces/import", { body: (await chosenFile.text()) as never, bodySerializer: (b) => b as unknown as string, headers: { "content-type": "application/json" } }));
      navigate(`/pieces/${piece.id}`, { state: { missing: piece.missing } });
    } catch (error) {
      setTrouble(error as Problem);
    }
    if (file.current) file.current.value = "";
  }

  const days = useQuery({ queryKey: ["cards-ready"], queryFn: ({ signal }) => unwrap(api.GET("/api/days/ready", { signal })), refetchInterval: (query) => (query.state.data?.length || query.state.dataUpdateCount > 8 ? 30_000 : 1500) });
  const late = new Map((days.data ?? []).filter((one) => one.late > 0).map((one) => [one.piece, one.day]));
  const rows = rack.data?.pages.flatMap((page) => page.rows) ?? [];
  const whole = rack.data?.pages[0];
  // One scale for all, so that a small picture stands small beside a large one.
  const scale = Math.min(BOX.width / Math.max(whole?.widest ?? 0, 1), BOX.height / Math.max(whole?.tallest ?? 0, 1), 1);
  const end = useRef<HTMLDivElement>(null);
  const { fetchNextPage, hasNextPage, isFetchingNextPage } = rack;
  useEffect(() => {
    const mark = end.current;
    if (!mark || !hasNextPage || isFetchingNextPage) return;
    const watch = new IntersectionObserver((seen) => seen.some((s) => s.isIntersecting) && void fetchNextPage(), { rootMargin: "600px" });
    watch.observe(mark);
    return () => watch.disconnect();
  }, [fetchNextPage, hasNextPage, isFetchingNextPage]);

  return (
    <div className="grid h-full grid-rows-[auto_auto_minmax(0,1fr)]">
      <header className="flex flex-wrap items-center gap-x-2 gap-y-2 px-6 pt-4 pb-2">
        <h1 className="text-[22px] font-semibold">{shop.data?.name ?? "…"}</h1>
        <span className="text-soft">Rack{shop.data?.demo && " · the demo shop: all in it is made up"}</span>
        {unsent.size > 0 && (
          <span role="status" className="font-semibold text-stop" data-unsent={unsent.size}>
            {unsent.size === 1 ? "Changes of one piece are" : `Changes of ${unsent.size} pieces are`} not saved yet
          </span>
        )}
        <div className="relative ml-auto w-56">
          <Search size={16} className="absolute left-2 top-1/2 -translate-y-1/2 text-soft" aria-hidden />
          <input ref={search} type="search" className="field pl-8" placeholder="Search name, owner, note" aria-label="Search the rack" value={q} onChange={(event) => setQ(event.target.value)} />
        </div>
        <button type="button" className="btn btn-act" onClick={() => setMaking({})}>
          <Plus size={16} /> New piece
        </button>
        <button type="button" className="btn" onClick={() => file.current?.click()}>
          <Upload size={16} /> Import
        </button>
        <input ref={file} type="file" accept=".json,application/json" className="hidden" aria-label="Piece file" onChange={(event) => void readIn(event.target.files)} />
        <Link to="/days" className="btn">
          <CalendarDays size={16} aria-hidden /> Days
        </Link>
        <Link to="/records" className="btn">
          <BookCheck size={16} aria-hidden /> Records
        </Link>
        <Link to="/guide" className="btn btn-bare px-1" aria-label="Guide">
          <BookOpen size={18} />
        </Link>
        <button type="button" className="btn btn-bare px-1" onClick={() => setSettings(true)} aria-label="Shop settings">
          <Settings2 size={18} />
        </button>
        <button type="button" className="btn btn-bare px-1" onClick={() => setHelp(true)} aria-label="Keys">
          <Keyboard size={18} />
        </button>
      </header>
      <section aria-label="Which pieces, in which order" className="flex flex-wrap items-center gap-1 border-b border-rule px-6 pb-2 text-[13px]">
        {(Object.keys(FILTERS) as FilterKey[]).map((key) => (
          <button key={key} type="button" aria-pressed={show === key} className={`btn ${show === key ? "border-act text-act" : "btn-bare"}`} onClick={() => set({ show: key === "all" ? null : key })}>
            {FILTERS[key]}
          </button>
        ))}
        <button type="button" aria-pressed={archived} className={`btn ml-3 ${archived ? "border-act text-act" : "btn-bare"}`} onClick={() => set({ away: archived ? null : "1" })}>
          Archive
        </button>
        <label className="ml-auto flex items-center gap-1.5 text-soft">
          Order
          <select className="field w-auto" value={sort} onChange={(event) => set({ sort: event.target.value })}>
            {(Object.keys(SORTS) as SortKey[]).map((key) => (
              <option key={key} value={key}>
                {SORTS[key]}
              </option>
            ))}
          </select>
        </label>
      </section>
      <main className="scroll overflow-y-auto px-6 py-5">
        <div className="mb-3 empty:hidden">
          <Timers most={6} />
        </div>
        {trouble && (
          <div role="alert" className="mb-4 border-l-4 border-l-stop bg-stop-wash p-3">
            <p className="font-semibold">The file was not imported; nothing was changed.</p>
            {trouble.faults.map((f) => (
              <p key={f.pointer + f.message}>
                {f.pointer && <span className="fig">{f.pointer} </span>}
                {f.field} {f.message}. <span className="text-soft">Accepted: {f.accepted}</span>
              </p>
            ))}
            {trouble.faults.length === 0 && <p>{trouble.message}. {trouble.detail}</p>}
            <button type="button" className="mt-1 text-act underline" onClick={() => setTrouble(null)}>
              Dismiss
            </button>
          </div>
        )}
        {rack.isError && (
          <p role="alert" className="text-stop">
            The rack can’t be fetched: {rack.error.message}. It is tried again by itself.
          </p>
        )}
        {rack.data && rows.length === 0 && <Empty searching={Boolean(q) || show !== "all"} away={archived} onNew={(begin) => setMaking(begin ? { begin } : {})} />}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(12rem,1fr))] gap-y-4" aria-busy={rack.isFetching}>
          {rows.map((row) => (
            <RackCard key={row.id} row={row} scale={scale} unsent={unsent.get(row.id) ?? 0} late={late.get(row.id)} onLate={setReady} />
          ))}
        </ul>
        <div ref={end} className="py-3 text-center text-soft" role="status">
          {rack.isPending ? "Fetching the rack…" : isFetchingNextPage ? "Fetching more…" : hasNextPage ? `${rows.length} of ${whole?.total}` : ""}
        </div>
      </main>
      {making && shop.data && <NewPiece units={shop.data.units} begin={making.begin} onClose={() => setMaking(null)} />}
      {ready && <ReadyDialog piece={ready} onClose={() => setReady(null)} />}
      {(settings || shop.data?.asked === false) && shop.data && <ShopSettings shop={shop.data} onClose={() => setSettings(false)} />}
      <Shortcuts open={help} onClose={() => setHelp(false)} />
    </div>
  );
}

/** What newcomers bring first, one of each sort. */
const FIRST = [
  ["canvas", "A stretched canvas", "for a floater frame"],
  ["flat", "Flat work", "a print, poster or map"],
  ["garment", "A jersey or shirt", "folded, in a box with mats"],
  ["badge_box", "A keepsake and a bought box", "does it go in?"],
] as const;

function Empty({ searching, away, onNew }: { searching: boolean; away: boolean; onNew: (begin?: string) => void }) {
  return (
    <div className="mx-auto mt-16 max-w-2xl text-center">
      <p className="text-lg font-semibold">{searching ? "No piece in the rack matches." : away ? "The archive is empty." : "The rack is empty."}</p>
      {!searching && !away && (
        <>
          <p className="mt-1 text-soft">What is on the bench? With two or three sizes the first figures are there.</p>
          <ul className="mt-4 grid grid-cols-2 gap-2 text-left desk:grid-cols-4">
            {FIRST.map(([key, label, detail]) => (
              <li key={key} className="contents">
                <button type="button" className="border border-rule bg-sheet px-3 py-2 text-left leading-snug hover:border-act" onClick={() => onNew(key)}>
                  <span className="block font-semibold">{label}</span>
                  <span className="text-soft">{detail}</span>
                </button>
              </li>
            ))}
          </ul>
          <button type="button" className="btn btn-act mt-4" onClick={() => onNew()}>
            <Plus size={16} /> Something else
          </button>
          <p className="mt-4">
            <Link to="/guide" className="text-act underline">
              The first piece, in five minutes
            </Link>
          </p>
        </>
      )}
    </div>
  );
}

function RackCard({ row, scale, unsent, late, onLate }: { row: RackRow; scale: number; unsent: number; late?: string; onLate: (piece: { id: string; name: string }) => void }) {
  const { unitFor } = useUnits();
  const card = row.card;
  const unit = unitFor(card?.units ?? "mm");
  const client = useQueryClient();
  const [, navigate] = useLocation();
  const dateText = useDateText();
  const [renaming, setRenaming] = useState(false);
  const [handing, setHanding] = useState(false);
  const again = () => client.invalidateQueries({ queryKey: ["rack"] });
  const archive = useMutation({
    mutationFn: () => unwrap(api.POST("/api/pieces/{piece_id}/archive", { params: { path: { piece_id: row.id } }, body: { archived: !row.archived } })),
    onSuccess: again,
  });
  const copy = useMutation({
    mutationFn: () => unwrap(api.POST("/api/pieces/{piece_id}/copy", { params: { path: { piece_id: row.id } } })),
    onSuccess: again,
  });
  const item = "block w-full px-3 py-1 text-left data-focus:bg-act-wash";
  return (
    <li className="rack-card group relative flex flex-col hover:bg-sheet/70" data-piece={row.name}>
      {/* On its shelf: the board runs on under the whole row. */}
      <div className="flex h-32 items-end justify-center border-b-[5px] border-shelf px-1">
        {card?.face && <CardFace face={card.face} scale={scale} />}
      </div>
      <div className="min-w-0 px-2 py-1 text-[13px] leading-snug">
        <h2 className="truncate pr-5 text-[14px] font-semibold" title={row.name}>
          {/* The whole card opens it. */}
          <Link to={row.sealed_by ? `/records/${row.sealed_by}` : `/pieces/${row.id}`} className="after:absolute after:inset-0">
            {row.name}
          </Link>
        </h2>
        {unsent > 0 && <p className="font-semibold text-stop">{unsent === 1 ? "One change" : `${unsent} changes`} not saved yet: open it to see.</p>}
        {late && card?.due && !row.archived && (
          <p>
            <Severity of="stop" /> late: ready {dateText(late)}.{" "}
            <button type="button" className="relative z-10 text-act underline" aria-label={`Ways out: ${row.name} is late`} onClick={() => onLate({ id: row.id, name: row.name })}>
              Ways out
            </button>
          </p>
        )}
        {row.sealed_by && <p className="font-semibold text-moss">Handed over</p>}
        {card ? <CardWords card={card} unit={unit} sealed={Boolean(row.sealed_by)} /> : <p className="text-soft">is being worked out…</p>}
      </div>
      <Menu>
        <MenuButton className="btn btn-bare absolute right-0.5 top-[8.35rem] z-10 px-0.5 py-0" aria-label={`More for ${row.name}`}>
          <EllipsisVertical size={16} />
        </MenuButton>
        <MenuItems modal={false} anchor="bottom end" className="z-40 w-44 border border-ink/40 bg-sheet py-1 shadow-sm">
          <MenuItem>
            <button type="button" className={item} onClick={() => navigate(row.sealed_by ? `/records/${row.sealed_by}` : `/pieces/${row.id}`)}>
              {row.sealed_by ? "Open its record" : "Open"}
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className={item} onClick={() => copy.mutate()}>
              Copy
            </button>
          </MenuItem>
          {!row.sealed_by && (
            <>
              <MenuItem>
                <button type="button" className={item} onClick={() => setRenaming(true)}>
                  Rename
                </button>
              </MenuItem>
              <MenuItem>
                <button type="button" className={item} onClick={() => setHanding(true)}>
                  Hand over
                </button>
              </MenuItem>
              <MenuItem>
                <button type="button" className={item} onClick={() => archive.mutate()}>
                  {row.archived ? "Restore to the rack" : "Archive"}
                </button>
              </MenuItem>
            </>
          )}
        </MenuItems>
      </Menu>
      {handing && <HandOver piece={row} onClose={() => setHanding(false)} />}
      {renaming && <Rename card={row} onClose={() => setRenaming(false)} onDone={again} />}
    </li>
  );
}

/** When it is due and whose it is, what it is, and what is next: what stops it, what is to be looked at, or the cutting. */
function CardWords({ card, unit, sealed }: { card: Card; unit: Unit; sealed: boolean }) {
  const dateText = useDateText();
  return (
    <>
      <p className="truncate">
        {card.due && !sealed && <span className={`font-semibold ${overdue(card.due) ? "text-stop" : ""}`}>due {dateText(card.due)} · </span>}
        <span className="text-soft">{card.owner || "no owner"}</span>
      </p>
      {card.face && (
        <p className="truncate text-soft" title={card.display}>
          <Sentence say={card.size} unit={unit} />, {card.display.toLowerCase()}
        </p>
      )}
      {sealed ? null : card.stuck ? (
        <p className="line-clamp-3">
          <Severity of="stop" /> can’t be worked out since “{card.stuck}”. Open it to go on from the state before.
        </p>
      ) : card.blocked ? (
        <p className="line-clamp-2" title={plainSay(card.blocked, unit)}>
          <Severity of="stop" /> at {card.stage}. <Sentence say={card.blocked} unit={unit} />
        </p>
      ) : card.cautions > 0 ? (
        <p>
          <Severity of="caution" /> at {card.stage}: {card.cautions} to look at
        </p>
      ) : (
        <p className="font-semibold text-moss">Ready to cut</p>
      )}
    </>
  );
}
