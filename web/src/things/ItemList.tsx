import { Copy, Plus, Trash2 } from "lucide-react";
import { memo, useState } from "react";
import type { Edit, ItemShown, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import type { PieceWork } from "../piece/usePiece";
import { later } from "../parts/later";
import { roveButtons } from "../parts/roving";

const AddItem = later(() => import("./AddItem").then((m) => m.AddItem));

interface Props {
  piece: string;
  items: ItemShown[];
  focus: string;
  chosen: ReadonlySet<string>;
  unit: Unit;
  onTake: (key: string, also: boolean) => void;
  onEdit: PieceWork["edit"];
  onPoint: (part: string | null) => void;
}

/** The things of a piece: which one is asked about, and which are in hand. */
export const ItemList = memo(function ItemList({ piece, items, focus, chosen, unit, onTake, onEdit, onPoint }: Props) {
  const [adding, setAdding] = useState(false);
  const keys = items.filter((i) => chosen.has(i.key)).map((i) => i.key);
  const inHand = keys.length ? keys : [focus];
  return (
    <section aria-label="Things" className="border-b border-rule p-3 pb-2">
      <h2 className="mb-1 flex items-center justify-between font-semibold">
        Things
        <span className="flex" role="toolbar" aria-label="What is done with things" onKeyDown={roveButtons}>
          <button type="button" className="btn btn-bare px-1 py-0.5" tabIndex={-1} aria-label="Copy what is selected" title="Once more" onClick={() => onEdit([{ op: "copy_items", items: inHand }])}>
            <Copy size={15} />
          </button>
          <button type="button" className="btn btn-bare px-1 py-0.5" tabIndex={-1} aria-label="Remove what is selected" title="Take out" disabled={inHand.length >= items.length} onClick={() => onEdit([{ op: "remove_items", items: inHand }] satisfies Edit[])}>
            <Trash2 size={15} />
          </button>
          <button type="button" className="btn btn-bare px-1 py-0.5" aria-label="Add a thing" title="Add a thing" onClick={() => setAdding(true)}>
            <Plus size={16} />
          </button>
        </span>
      </h2>
      <ul className="scroll overflow-y-auto max-h-40 divide-y divide-rule border border-rule bg-sheet" role="listbox" aria-label="Things" aria-multiselectable onKeyDown={roveButtons}>
        {items.map((item) => (
          <li key={item.key} role="presentation">
            <button
              type="button"
              role="option"
              tabIndex={item.key === focus ? 0 : -1}
              aria-selected={item.key === focus}
              data-thing={item.key}
              className={`flex w-full items-center gap-2 px-1.5 py-[3px] text-left leading-tight hover:bg-act-wash ${item.key === focus ? "bg-act-wash font-semibold shadow-[inset_3px_0_0_var(--color-act)]" : chosen.has(item.key) ? "bg-act-wash" : ""}`}
              onClick={(event) => onTake(item.key, event.shiftKey || event.ctrlKey || event.metaKey)}
              onPointerEnter={() => onPoint(item.part)}
              onPointerLeave={() => onPoint(null)}
            >
              <span className="size-3 shrink-0 border border-ink/40" style={{ background: item.colour }} aria-hidden />
              <span className="min-w-0 flex-1 truncate">{item.name}</span>
              <span className="shrink-0 text-[12px] font-normal text-soft">
                {item.group && <span title="Moves together with others of this mark">{item.group} </span>}
                <Sentence say={item.size} unit={unit} />
              </span>
            </button>
          </li>
        ))}
      </ul>
      {adding && <AddItem piece={piece} unit={unit} onClose={() => setAdding(false)} onEdit={onEdit} />}
    </section>
  );
});
