import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { keepPreviousData, useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { EllipsisVertical, Keyboard, Plus, Search, Settings2, Upload } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { api, Problem, unwrap } from "../api/client";
import type { Card, RackRow, Unit } from "../api/types";
import { Hatches, Shapes } from "../drawing/Shapes";
import { Sentence } from "../fields/Length";
import { useKeys } from "../parts/keys";
import { Severity } from "../parts/Severity";
import { Shortcuts } from "../parts/Shortcuts";
import { useUnits } from "../parts/units";
import { later } from "../parts/later";

const NewPiece = later(() => import("./NewPiece").then((m) => m.NewPiece));
const ShopSettings = later(() => import("./ShopSettings").then((m) => m.ShopSettings));
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
const BOX = { width: 330, height: 216 };

/** The pieces in hand as they'd stand in a rack, all drawn at one scale. */
export function Rack() {
  const [params, setParams] = useSearchParams();
  const [q, setQ] = useState(params.get("q") ?? "");
  const archived = params.get("away") === "1";
  const sort = known(SORTS, params.get("sort"), "due");
  const show = known(FILTERS, params.get("show"), "all");
  const asked = params.get("q") ?? "";
  const [making, setMaking] = useState(false);
  const [settings, setSettings] = useState(false);
  const [help, setHelp] = useState(false);
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const { chosen, switchFrom } = useUnits();

  const shop = useQuery({ queryKey: ["shop"], queryFn: () => unwrap(api.GET("/api/shop")) });
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

  function set(key: string, value: string | null) {
    const next = new URLSearchParams(params);
    if (value) next.set(key, value);
    else next.delete(key);
    setParams(next);
  }
  // The address follows the search, so that a link or a reload finds the same pieces.
  useEffect(() => {
    const wait = window.setTimeout(() => {
      setParams(
        (now) => {
          const next = new URLSearchParams(now);
          if (q) next.set("q", q);
          else next.delete("q");
          return next;
        },
        { replace: true },
      );
    }, 250);
    return () => window.clearTimeout(wait);
  }, [q, setParams]);

  useKeys({
    "/": () => search.current?.focus(),
    "?": () => setHelp(true),
    u: () => switchFrom(chosen ?? "mm"),
    n: () => setMaking(true),
  });

  async function readIn(files: FileList | null) {
    const chosenFile = files?.[0];
    if (!chosenFile) return;
    try {
      const piece = await unwrap(api.POST("/api/pieces/import", { body: (await chosenFile.text()) as never, bodySerializer: (b) => b as unknown as string, headers: { "content-type": "application/json" } }));
      await navigate(`/pieces/${piece.id}`, { state: { missing: piece.missing } });
    } catch (error) {
      setTrouble(error as Problem);
    }
    if (file.current) file.current.value = "";
  }

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
      <header className="flex items-center gap-3 px-6 pt-4 pb-2">
        <h1 className="text-[22px] font-semibold">{shop.data?.name ?? "…"}</h1>
        <span className="text-soft">Rack</span>
        <div className="relative ml-auto w-64">
          <Search size={16} className="absolute left-2 top-1/2 -translate-y-1/2 text-soft" aria-hidden />
          <input ref={search} type="search" className="field pl-8" placeholder="Search name, owner, note" aria-label="Search the rack" value={q} onChange={(event) => setQ(event.target.value)} />
        </div>
        <button type="button" className="btn btn-act" onClick={() => setMaking(true)}>
          <Plus size={16} /> New piece
        </button>
        <button type="button" className="btn" onClick={() => file.current?.click()}>
          <Upload size={16} /> Read in a file
        </button>
        <input ref={file} type="file" accept=".json,application/json" className="hidden" aria-label="Piece file" onChange={(event) => void readIn(event.target.files)} />
        <button type="button" className="btn btn-bare px-1" onClick={() => setSettings(true)} aria-label="Shop settings">
          <Settings2 size={18} />
        </button>
        <button type="button" className="btn btn-bare px-1" onClick={() => setHelp(true)} aria-label="Keys">
          <Keyboard size={18} />
        </button>
      </header>
      <div className="flex items-center gap-1 border-b border-rule px-6 pb-2 text-[13px]">
        {(Object.keys(FILTERS) as FilterKey[]).map((key) => (
          <button key={key} type="button" aria-pressed={show === key} className={`btn ${show === key ? "border-act text-act" : "btn-bare"}`} onClick={() => set("show", key === "all" ? null : key)}>
            {FILTERS[key]}
          </button>
        ))}
        <button type="button" aria-pressed={archived} className={`btn ml-3 ${archived ? "border-act text-act" : "btn-bare"}`} onClick={() => set("away", archived ? null : "1")}>
          Put away
        </button>
        <label className="ml-auto flex items-center gap-1.5 text-soft">
          Order
          <select className="field w-auto" value={sort} onChange={(event) => set("sort", event.target.value)}>
            {(Object.keys(SORTS) as SortKey[]).map((key) => (
              <option key={key} value={key}>
                {SORTS[key]}
              </option>
            ))}
          </select>
        </label>
      </div>
      <main className="scroll px-6 py-5">
        {trouble && (
          <div role="alert" className="mb-4 border-l-4 border-l-stop bg-stop-wash p-3">
            <p className="font-semibold">The file was not read in; nothing was changed.</p>
            {trouble.faults.map((f) => (
              <p key={f.pointer + f.message}>
                {f.pointer && <span className="fig">{f.pointer} </span>}
                {f.field} {f.message}. <span className="text-soft">Accepted: {f.accepted}</span>
              </p>
            ))}
            {trouble.faults.length === 0 && <p>{trouble.message}. {trouble.detail}</p>}
            <button type="button" className="mt-1 text-act underline" onClick={() => setTrouble(null)}>
              Seen
            </button>
          </div>
        )}
        {rack.isError && (
          <p role="alert" className="text-stop">
            The rack can’t be fetched: {rack.error.message}. It is tried again by itself.
          </p>
        )}
        {rack.data && rows.length === 0 && <Empty searching={Boolean(q) || show !== "all"} away={archived} onNew={() => setMaking(true)} />}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(23rem,1fr))] gap-x-5 gap-y-6">
          {rows.map((row) => (
            <RackCard key={row.id} row={row} scale={scale} />
          ))}
        </ul>
        <div ref={end} className="py-3 text-center text-soft" role="status">
          {rack.isPending ? "Fetching the rack…" : isFetchingNextPage ? "Fetching more…" : hasNextPage ? `${rows.length} of ${whole?.total}` : ""}
        </div>
      </main>
      {making && <NewPiece onClose={() => setMaking(false)} />}
      {settings && shop.data && <ShopSettings shop={shop.data} onClose={() => setSettings(false)} />}
      <Shortcuts open={help} onClose={() => setHelp(false)} />
    </div>
  );
}

function Empty({ searching, away, onNew }: { searching: boolean; away: boolean; onNew: () => void }) {
  return (
    <div className="mx-auto mt-16 max-w-md text-center">
      <p className="text-lg font-semibold">{searching ? "No piece in the rack matches." : away ? "Nothing is put away." : "The rack is empty."}</p>
      {!searching && !away && (
        <button type="button" className="btn btn-act mt-3" onClick={onNew}>
          <Plus size={16} /> Take in the first piece
        </button>
      )}
    </div>
  );
}

function RackCard({ row, scale }: { row: RackRow; scale: number }) {
  const { unitFor } = useUnits();
  const card = row.card;
  const unit = unitFor(card?.units ?? "mm");
  const client = useQueryClient();
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);
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
    <li className="rack-card group relative flex flex-col border border-rule bg-sheet hover:border-act" data-piece={row.name}>
      <div className="flex flex-1 flex-col">
        <div className="flex h-64 items-end justify-center border-b border-rule bg-board/60 pb-4">
          {card?.face && (
            <svg width={card.face.width * scale + 2} height={card.face.height * scale + 2} viewBox={`-1 -1 ${card.face.width * scale + 2} ${card.face.height * scale + 2}`} role="img" aria-label="Face to scale">
              <Hatches />
              <Shapes shapes={card.face.shapes} scale={scale} />
            </svg>
          )}
        </div>
        <div className="flex-1 p-3">
          <h2 className="pr-6 text-[16px] font-semibold leading-snug">
            {/* The whole card opens it. */}
            <Link to={`/pieces/${row.id}`} className="after:absolute after:inset-0">
              {row.name}
            </Link>
          </h2>
          {card ? <CardWords card={card} unit={unit} /> : <p className="text-soft">is being worked out…</p>}
        </div>
      </div>
      <Menu>
        <MenuButton className="btn btn-bare absolute z-10 right-1.5 top-[16.6rem] px-1" aria-label={`More for ${row.name}`}>
          <EllipsisVertical size={18} />
        </MenuButton>
        <MenuItems anchor="bottom end" className="z-40 w-44 border border-ink/40 bg-sheet py-1 shadow-sm">
          <MenuItem>
            <button type="button" className={item} onClick={() => void navigate(`/pieces/${row.id}`)}>
              Open
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className={item} onClick={() => copy.mutate()}>
              Copy
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className={item} onClick={() => setRenaming(true)}>
              Rename
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className={item} onClick={() => archive.mutate()}>
              {row.archived ? "Back into the rack" : "Put away"}
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      {renaming && <Rename card={row} onClose={() => setRenaming(false)} onDone={again} />}
    </li>
  );
}

/** Whose it is, what it is, and what blocks it. */
function CardWords({ card, unit }: { card: Card; unit: Unit }) {
  return (
    <>
      <p className="text-soft">
        {card.owner || "no owner"}
        {card.due && <> · due {card.due}</>}
      </p>
      {card.face && (
        <p className="mt-1">
          {card.display}, <Sentence say={card.size} unit={unit} />
        </p>
      )}
      <div className="mt-1.5 leading-snug">
        {card.stuck ? (
          <>
            <Severity of="stop" /> can’t be worked out since “{card.stuck}”. Open it to go on from the state before.
          </>
        ) : card.blocked ? (
          <>
            <Severity of="stop" /> at {card.stage}. <Sentence say={card.blocked} unit={unit} />
          </>
        ) : card.cautions > 0 ? (
          <>
            <Severity of="caution" /> at {card.stage}: {card.cautions} to look at
          </>
        ) : (
          <span className="font-semibold text-moss">Ready to cut</span>
        )}
      </div>
    </>
  );
}
