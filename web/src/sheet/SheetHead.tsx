import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { ArrowLeft, Download, Keyboard, Redo2, Undo2 } from "lucide-react";
import { useState } from "react";
import { Link } from "wouter";
import type { Piece, Unit } from "../api/types";
import type { PieceWork } from "../piece/usePiece";
import { useDateText, useShop } from "../parts/shop";
import { useWritten } from "../fields/useWritten";
import { later } from "../parts/later";
import { useUntaken } from "./Untaken";

const Drawings = later(() => import("./Drawings").then((m) => m.Drawings));
const History = later(() => import("./History").then((m) => m.History));

const SAVING = { saved: "Saved", saving: "Saving…", waiting: "Not saved yet: trying again" } as const;

export function SheetHead({ work, piece, looked, unit, onHelp, onUnits }: { work: PieceWork; piece: Piece; looked: boolean; unit: Unit; onHelp: () => void; onUnits: () => void }) {
  const [history, setHistory] = useState(false);
  const [drawings, setDrawings] = useState(false);
  const shop = useShop();
  const base = `/api/pieces/${piece.id}`;
  const away: [string, string][] = [
    ["Job sheet, A4 (PDF)", `${base}/sheet.pdf?paper=A4&unit=${unit}`],
    ["Job sheet, Letter (PDF)", `${base}/sheet.pdf?paper=Letter&unit=${unit}`],
    ["Job sheet without the sums, A4 (PDF)", `${base}/sheet.pdf?paper=A4&unit=${unit}&appendix=false`],
    ["Only lists and order of work, A4 (PDF)", `${base}/sheet.pdf?paper=A4&unit=${unit}&drawings=false&appendix=false`],
    ["Cut list (CSV)", `${base}/cuts.csv`],
    ["Label and ticket, A4 (PDF)", `${base}/labels.pdf?paper=A4&unit=${unit}`],
    ["Label and ticket, Letter (PDF)", `${base}/labels.pdf?paper=Letter&unit=${unit}`],
    ["The piece (JSON)", `${base}/piece.json`],
  ];
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-1 px-3 py-1.5 desk:flex-nowrap">
      <h1 className="sr-only">
        {piece.name}, {piece.plan.display}
      </h1>
      <Link to="/" className="btn btn-bare px-1">
        <ArrowLeft size={18} aria-hidden />
        <span className="sr-only">To the rack</span>
        <span className="hidden max-w-30 truncate text-[12.5px] text-soft desk:inline" title={shop.data?.name}>
          {shop.data?.name}
        </span>
      </Link>
      <Words work={work} piece={piece.id} pointer="/name" label="Name" value={piece.name} className="w-64 min-w-24 shrink text-[17px] font-semibold" />
      <Words work={work} piece={piece.id} pointer="/owner" label="Owner" value={piece.owner} placeholder="owner" className="w-44 min-w-20 shrink" />
      <label className="flex items-center gap-1.5 text-soft">
        due
        <Words work={work} piece={piece.id} pointer="/due" label="Due date" value={piece.due ?? ""} type="date" className="w-34 text-ink" />
      </label>
      {piece.archived && <span className="text-caution">archived</span>}
      <Saving work={work} piece={piece.id} looked={looked} />
      <div className="flex">
        <button type="button" className="btn btn-bare px-1.5" disabled={!piece.undo} onClick={() => work.undo()} aria-label="Undo" title={piece.undo ? `Undo: ${piece.undo}` : "Nothing to undo"}>
          <Undo2 size={18} />
        </button>
        <button type="button" className="btn btn-bare px-1.5" disabled={!piece.redo} onClick={() => work.redo()} aria-label="Redo" title={piece.redo ? `Redo: ${piece.redo}` : "Nothing to redo"}>
          <Redo2 size={18} />
        </button>
      </div>
      <button type="button" className="btn" onClick={onUnits} title="Switch units (U)">
        <span className="sr-only">Units: </span>
        <span className={unit === "mm" ? "font-semibold" : "text-soft"}>mm</span>
        <span className="text-rule">|</span>
        <span className={unit === "in" ? "font-semibold" : "text-soft"}>in</span>
      </button>
      <Menu>
        <MenuButton className="btn btn-act">
          <Download size={16} /> Export
        </MenuButton>
        <MenuItems modal={false} anchor="bottom end" className="z-40 mt-1 w-72 border border-ink/40 bg-sheet py-1 shadow-sm">
          {looked && <p className="border-b border-rule px-3 pb-1 leading-snug text-soft">Of the piece as it is saved, without the way out that is looked at.</p>}
          {away.map(([label, href]) => (
            <MenuItem key={label}>
              <a href={href} download className="block px-3 py-1 data-focus:bg-act-wash">
                {label}
              </a>
            </MenuItem>
          ))}
          <MenuItem>
            <button type="button" className="block w-full px-3 py-1 text-left data-focus:bg-act-wash" onClick={() => setDrawings(true)}>
              Drawings and templates…
            </button>
          </MenuItem>
          <MenuItem>
            <button type="button" className="mt-1 block w-full border-t border-rule px-3 py-1 text-left data-focus:bg-act-wash" onClick={() => setHistory(true)}>
              History…
            </button>
          </MenuItem>
        </MenuItems>
      </Menu>
      <button type="button" className="btn btn-bare px-1" onClick={onHelp} aria-label="Keys">
        <Keyboard size={18} />
      </button>
      {drawings && <Drawings id={piece.id} version={piece.version} unit={unit} onClose={() => setDrawings(false)} />}
      {history && <History piece={piece} query={work.query} onClose={() => setHistory(false)} onCame={work.came} />}
    </header>
  );
}

/** Whether all is saved: said only when it is so. */
function Saving({ work, piece, looked }: { work: PieceWork; piece: string; looked: boolean }) {
  const untaken = useUntaken(piece).length + work.faults.length;
  const state = work.conflict ? "conflict" : work.saving !== "saved" ? work.saving : untaken ? "refused" : looked ? "looked" : "saved";
  const words = { ...SAVING, refused: untaken === 1 ? "One entry is not saved" : `${untaken} entries are not saved`, looked: "Only looked at, not saved" };
  return (
    <span className="ml-auto shrink-0 text-[13px] text-soft" role="status" data-saving={state}>
      {state === "conflict" ? (
        <button type="button" className="font-semibold text-stop underline" onClick={() => work.lookAtConflict(true)}>
          Not saved: somebody saved meanwhile
        </button>
      ) : (
        <span className={state === "saved" || state === "saving" ? "" : "font-semibold text-stop"}>{words[state]}</span>
      )}
    </span>
  );
}

/** Words about the piece. */
function Words({ work, piece, pointer, label, value, className, placeholder, type = "text" }: { work: PieceWork; piece: string; pointer: string; label: string; value: string; className: string; placeholder?: string; type?: string }) {
  const dateText = useDateText();
  const words = useWritten({ piece, pointer, label, value, whole: type === "date", onSave: (text, goesOn, settle) => work.edit([{ op: "write", pointer, text }], goesOn, settle) });
  const [inside, setInside] = useState(false);
  const written = type === "date" && !inside && words.shown !== "";
  const input = (
    <input
      aria-label={label}
      type={type}
      placeholder={placeholder}
      maxLength={type === "text" ? 120 : undefined}
      value={words.shown} data-resting={words.resting}
      aria-invalid={words.fault ? true : undefined}
      onFocus={() => {
        setInside(true);
        words.enter();
      }}
      onChange={(event) => words.change(event.target.value)}
      onBlur={() => {
        setInside(false);
        words.leave();
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") words.giveUp();
      }}
      className={`border bg-transparent px-1 py-0.5 hover:border-rule focus:bg-sheet ${words.fault ? "border-stop" : "border-transparent"} ${written ? "text-transparent!" : ""} ${className}`}
    />
  );
  if (type !== "date") return input;
  // At rest a day is written as it is everywhere else, whatever the browser’s own way.
  return (
    <span className="relative">
      {input}
      {written && (
        <span className="pointer-events-none absolute inset-y-0 left-1.5 flex items-center text-ink" aria-hidden>
          {dateText(words.shown)}
        </span>
      )}
    </span>
  );
}
