import { Radio, RadioGroup } from "@headlessui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Search } from "lucide-react";
import { useRef, useState } from "react";
import { useLocation } from "wouter";
import { api, unwrap, type Problem } from "../api/client";
import { ReadyTold } from "../days/ReadyDialog";
import type { ReadyOut, Fault, Unit } from "../api/types";
import { Line, SizeLine } from "../fields/PlainLines";
import { Dialog } from "../parts/Dialog";
import { rove } from "../parts/roving";
import { useKept } from "../parts/useKept";
import { useUnits } from "../parts/units";
import { uniqueId } from "../piece/outbox";
import { Where } from "../words/Where";

interface Draft {
  id: string;
  start: string;
  /** The words it was found by. */
  said: string;
  units: Unit;
  name: string;
  owner: string;
  sizes: Record<string, string>;
}

const KEY = "shadbo.draft-new";

const filled = (draft: Draft) => [draft.name, draft.owner, ...Object.values(draft.sizes)].some((text) => text !== "");

/** A new piece starts from what it is and its measurements. */
export function NewPiece({ units: usual, begin, onClose }: { units: Unit; begin?: string | undefined; onClose: () => void }) {
  const { chosen } = useUnits();
  const [, navigate] = useLocation();
  const starts = useQuery({ queryKey: ["starts"], queryFn: () => unwrap(api.GET("/api/starts")) });
  // Closed by mistake, or the page loaded anew: what was filled in is given back. Filled in like this it is one piece, however often
  // it is sent.
  const { draft, given, ...kept } = useKept<Draft>(KEY, { id: uniqueId(), start: begin ?? "canvas", said: "", units: chosen ?? usual, name: "", owner: "", sizes: {} }, filled);
  const { owner, sizes, name } = draft;
  const units = draft.units === "in" ? "in" : "mm";
  const [busy, setBusy] = useState(false);
  const sought = draft.said;
  // For which words one of those found was pressed; given back, it is the one that was.
  const [picked, setPicked] = useState(sought.trim());
  const [at, setAt] = useState("");
  const nameLine = useRef<HTMLInputElement>(null);
  const form = useRef<HTMLFormElement>(null);
  const meant = useQuery({
    queryKey: ["meant", sought.trim()],
    queryFn: ({ signal }) => unwrap(api.GET("/api/starts/meant", { params: { query: { q: sought.trim() } }, signal })),
    enabled: sought.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const words = sought.trim() === "" ? undefined : meant.data;
  // Until it is known what these words mean, nothing is chosen for them.
  const looking = sought.trim() !== "" && (!meant.data || meant.isPlaceholderData);
  const found = words ? words.starts.flatMap((key) => starts.data?.find((s) => s.key === key) ?? []) : (starts.data ?? []);
  // Of what is found the one that is meant, where it is one; what was chosen for another word is not what is made for this one.
  const pressed = !words || (picked === sought.trim() && found.some((s) => s.key === draft.start));
  const start = looking ? "" : pressed ? draft.start : words.chosen;
  // What was found and not pressed is kept with what is filled in for it.
  const chosenStart = start ? { start } : {};
  const fill = (more: Partial<Draft>) => kept.fill({ id: uniqueId(), ...chosenStart, ...more });
  const size = (key: string, text: string) => kept.fill((now) => ({ id: uniqueId(), ...chosenStart, sizes: { ...now.sizes, [key]: text } }));
  const [faults, setFaults] = useState<Fault[]>([]);
  const [trouble, setTrouble] = useState("");
  // What was told stands for what was filled in then.
  const [told, setTold] = useState<{ of: string; ready: ReadyOut } | null>(null);
  const filledIn = JSON.stringify([start, units, sizes]);
  const ready = told?.of === filledIn ? told.ready : null;
  const setReady = (found: ReadyOut | null) => setTold(found && { of: filledIn, ready: found });
  const begun = starts.data?.find((s) => s.key === start);
  const asks = begun?.asks ?? [];
  const faultAt = (pointer: string) => faults.find((f) => f.pointer === pointer);

  /** Both sizes written into a width fill the height beside it. */
  function beside(key: string) {
    const other = key.replace("width", "height");
    if (other === key || !asks.some((a) => a.key === other)) return undefined;
    return (first: string, second: string) => {
      size(key, first);
      // What was typed there since is meant.
      kept.fill((now) => ({ sizes: { ...now.sizes, [other]: now.sizes[other] === sizes[other] ? second : (now.sizes[other] ?? "") } }));
    };
  }

  /** What was refused is told at its field; what is still empty in one sentence, and the first of it is gone to. */
  function refused(problem: Problem) {
    const open = problem.faults.filter((f) => f.pointer.startsWith("/sizes/") && f.value.trim() === "");
    setFaults(problem.faults.filter((f) => !open.includes(f)));
    if (open.length > 0) setTrouble(`Still to be read: ${open.map((f) => f.field.toLowerCase()).join(", ")}.`);
    else if (problem.faults.length === 0) setTrouble(`${problem.message}. ${problem.detail}`);
    const first = problem.faults.find((f) => f.pointer.startsWith("/sizes/"));
    form.current?.querySelector<HTMLElement>(`[name="size-${first?.pointer.slice("/sizes/".length)}"]`)?.focus();
  }

  /** Whether it is said what it is. */
  function chosenOne(): boolean {
    if (begun) return true;
    setTrouble(found.length > 0 ? "What is it? Choose one of those above." : "What is it? Try another word, or show all.");
    return false;
  }

  /** The day it could be ready as it would be begun, before it is taken in. */
  async function whenReady() {
    if (!chosenOne()) return;
    setBusy(true);
    setTrouble("");
    try {
      setReady(await unwrap(api.POST("/api/days/ready", { body: { start, units, sizes } })));
      setFaults([]);
    } catch (error) {
      setReady(null);
      refused(error as Problem);
    }
    setBusy(false);
  }

  async function make() {
    if (busy || !chosenOne()) return;
    setBusy(true);
    setTrouble("");
    try {
      const piece = await unwrap(api.POST("/api/pieces", { body: { ...draft, start, said: sought.trim() } }));
      kept.done();
      navigate(`/pieces/${piece.id}`);
    } catch (error) {
      refused(error as Problem);
    }
    setBusy(false);
  }
  return (
    <Dialog open onClose={onClose} title="What is it?" wide>
      <form
        ref={form}
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <div className="relative mb-2">
          <Search size={16} className="absolute top-1/2 left-2 -translate-y-1/2 text-soft" aria-hidden />
          <input
            type="search"
            className="field pl-8"
            placeholder="Type it: shirt, medal, puzzle and its frame…"
            aria-label="Find what it is"
            maxLength={80}
            value={sought}
            autoFocus
            onChange={(event) => {
              setTrouble("");
              kept.fill({ said: event.target.value });
            }}
            onKeyDown={(event) => {
              if (event.key !== "Enter") return;
              event.preventDefault();
              nameLine.current?.focus();
            }}
          />
        </div>
        {words && words.says.length > 0 && (
          <p role="status" className="mb-2 text-[13px]">
            Understood: {words.says.join(", ")}.
          </p>
        )}
        {starts.data && words && found.length === 0 && (
          <p role="status" className="mb-2 text-soft">
            Nothing is called so here. What is it like: a sheet, a canvas, a thing with depth?{" "}
            <button type="button" className="text-act underline" onClick={() => kept.fill({ said: "" })}>
              Show all
            </button>
          </p>
        )}
        <RadioGroup value={start} onChange={(start: string) => {
            setPicked(sought.trim());
            fill({ start });
          }}
          aria-label="What is it?" className="grid grid-cols-4 gap-1.5">
          {found.map((s) => (
            <Radio key={s.key} value={s.key} className="cursor-pointer border border-rule px-2 py-1.5 leading-snug data-checked:border-act data-checked:bg-act-wash">
              <span className="block font-semibold">{s.label}</span>
              <span className="text-soft">{s.detail}</span>
            </Radio>
          ))}
        </RadioGroup>
        <div className="mt-4 grid grid-cols-2 gap-3">
          <Line label="Name" placeholder={begun?.called} value={name} onChange={(name) => fill({ name })} fault={faultAt("/name")} input={nameLine} />
          <Line label="Owner" value={owner} onChange={(owner) => fill({ owner })} fault={faultAt("/owner")} />
        </div>
        <fieldset className={`mt-4 ${begun ? "" : "hidden"}`}>
          <legend className="mb-1 flex w-full items-center justify-between border-b border-rule pb-1 font-semibold">
            Sizes, largest you read
            <span className="flex gap-1 font-normal" role="radiogroup" aria-label="Units" onKeyDown={rove}>
              {(["mm", "in"] as const).map((u) => (
                <button key={u} type="button" role="radio" tabIndex={units === u ? 0 : -1} aria-checked={units === u} className={`btn py-0 ${units === u ? "border-act text-act" : ""}`} onClick={() => fill({ units: u })}>
                  {u}
                </button>
              ))}
            </span>
          </legend>
          <div className="grid grid-cols-4 gap-3">
            {asks.map((a) => (
              <SizeLine key={a.key + units} name={`size-${a.key}`} label={a.label} unit={units} value={sizes[a.key] ?? ""} onChange={(text) => size(a.key, text)} onTwo={beside(a.key)} onFocus={() => setAt(a.key)} fault={faultAt(`/sizes/${a.key}`)} />
            ))}
          </div>
          {begun && <Where on={begun.shown_on} at={at} />}
        </fieldset>
        {trouble && (
          <p role="alert" className="mt-3 text-stop">
            {trouble}
          </p>
        )}
        {ready && (
          <section aria-label="When it could be ready" className="mt-4 border-l-4 border-l-act bg-act-wash p-3">
            <ReadyTold ready={ready} />
          </section>
        )}
        <div className="mt-5 flex items-center gap-3">
          <button type="submit" className="btn btn-act" disabled={busy || looking}>
            Create
          </button>
          <button type="button" className="btn" disabled={busy} onClick={() => void whenReady()}>
            When could it be ready?
          </button>
          {given ? (
            <>
              <span className="text-soft">As you left it.</span>
              <button
                type="button"
                className="text-act underline"
                onClick={() => {
                  fill({ said: "", name: "", owner: "", sizes: {} });
                  setFaults([]);
                }}
              >
                Start afresh
              </button>
            </>
          ) : (
            <span className="text-soft">Two more readings a side can follow on the sheet.</span>
          )}
        </div>
      </form>
    </Dialog>
  );
}
