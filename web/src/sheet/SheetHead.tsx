import { Menu, MenuButton, MenuItem, MenuItems } from "@headlessui/react";
import { ArrowLeft, Download, Keyboard, Redo2, Undo2 } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { Edit, Piece, Unit } from "../api/types";
import type { PieceWork } from "../piece/usePiece";
import { later } from "../parts/later";

const Drawings = later(() => import("./Drawings").then((m) => m.Drawings));
const History = later(() => import("./History").then((m) => m.History));

const SAVING = { saved: "Saved", saving: "Saving…", waiting: "Not saved yet: trying again" } as const;

export function SheetHead({ work, piece, unit, onHelp, onUnits }: { work: PieceWork; piece: Piece; unit: Unit; onHelp: () => void; onUnits: () => void }) {
  const [history, setHistory] = useState(false);
  const [drawings, setDrawings] = useState(false);
  const base = `/api/pieces/${piece.id}`;
  const away: [string, string][] = [
    ["Job sheet, A4 (PDF)", `${base}/sheet.pdf?paper=A4&unit=${unit}`],
    ["Job sheet, Letter (PDF)", `${base}/sheet.pdf?paper=Letter&unit=${unit}`],
    ["Cut list (CSV)", `${base}/cuts.csv`],
    ["The piece (JSON)", `${base}/piece.json`],
  ];
  return (
    <header className="flex items-center gap-3 px-3 py-1.5">
      <Link to="/" className="btn btn-bare px-1" aria-label="To the rack">
        <ArrowLeft size={18} />
      </Link>
      <Words work={work} pointer="/name" label="Name" value={piece.name} className="w-64 min-w-24 shrink text-[17px] font-semibold" />
      <Words work={work} pointer="/owner" label="Owner" value={piece.owner} placeholder="owner" className="w-44 min-w-20 shrink" />
      <label className="flex items-center gap-1.5 text-soft">
        due
        <Words work={work} pointer="/due" label="Due date" value={piece.due ?? ""} type="date" className="w-34 text-ink" />
      </label>
      {piece.archived && <span className="text-caution">put away</span>}
      <span className="ml-auto shrink-0 text-[13px] text-soft" role="status" data-saving={work.saving}>
        <span className={work.saving === "waiting" ? "font-semibold text-stop" : ""}>{SAVING[work.saving]}</span>
      </span>
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
          <Download size={16} /> Take away
        </MenuButton>
        <MenuItems anchor="bottom end" className="z-40 mt-1 w-60 border border-ink/40 bg-sheet py-1 shadow-sm">
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
              Every state it had…
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

/** Words about the piece, saved when they are left. */
function Words({ work, pointer, label, value, className, placeholder, type = "text" }: { work: PieceWork; pointer: string; label: string; value: string; className: string; placeholder?: string; type?: string }) {
  const [text, setText] = useState<string | null>(null);
  function leave() {
    if (text !== null && text !== value) work.edit([{ op: "write", pointer, text } satisfies Edit]);
    setText(null);
  }
  return (
    <input
      aria-label={label}
      type={type}
      placeholder={placeholder}
      maxLength={type === "text" ? 120 : undefined}
      value={text ?? value}
      onChange={(event) => setText(event.target.value)}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
        if (event.key === "Escape") setText(null);
      }}
      className={`border border-transparent bg-transparent px-1 py-0.5 hover:border-rule focus:bg-sheet ${className}`}
    />
  );
}
