import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { Edit, Fault, Kind, Unit } from "../api/types";
import { Line, SizeLine } from "../fields/PlainLines";
import { Dialog } from "../parts/Dialog";
import { useKept } from "../parts/useKept";
import type { PieceWork } from "../piece/usePiece";
import { Where } from "../words/Where";

interface Draft {
  kind: string;
  name: string;
  count: number;
  sizes: Record<string, string>;
}

const FRESH: Draft = { kind: "badge", name: "", count: 1, sizes: {} };
const SHOWN = ["where_thing"];
const MANY = Array.from({ length: 20 }, (_, i) => i + 1);

const filled = (draft: Draft) => [draft.name, ...Object.values(draft.sizes)].some((text) => text !== "");

/** Another thing for the box, or several alike: what it is, and its sizes. */
export function AddItem({ piece, unit, onClose, onEdit }: { piece: string; unit: Unit; onClose: () => void; onEdit: PieceWork["edit"] }) {
  const kinds = useQuery({ queryKey: ["kinds", unit], queryFn: () => unwrap(api.GET("/api/kinds", { params: { query: { unit } } })) });
  const { draft, fill, done } = useKept<Draft>(`shadbo.draft-thing.${piece}`, FRESH, filled);
  const { kind, name, count, sizes } = draft;
  const [at, setAt] = useState("");
  const [faults, setFaults] = useState<Fault[]>([]);
  const chosen = kinds.data?.find((k) => k.key === kind);
  const faultAt = (pointer: string) => faults.find((f) => f.pointer === pointer);
  const put = (key: string) => (text: string) => fill((now) => ({ sizes: { ...now.sizes, [key]: text } }));

  function add() {
    const edit = { op: "add_item", kind: kind as "badge", name, sizes, unit, count } satisfies Edit;
    onEdit([edit], false, (problem: Problem | null) => {
      if (!problem) {
        done();
        return onClose();
      }
      setFaults(problem.faults.length ? problem.faults : [{ pointer: "/name", field: "Name", value: "", message: problem.message, accepted: "" }]);
    });
  }
  return (
    <Dialog open onClose={onClose} title="Another thing">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <label>
            <span className="text-soft">What it is</span>
            <select className="field" value={kind} onChange={(event) => fill({ kind: event.target.value })}>
              {(kinds.data ?? []).map((k: Kind) => (
                <option key={k.key} value={k.key}>
                  {k.label}
                </option>
              ))}
            </select>
          </label>
          <div className="grid grid-cols-[1fr_5rem] gap-3">
            <Line label="Name" placeholder={chosen?.label} value={name} onChange={(name) => fill({ name })} fault={faultAt("/name") ?? faultAt("/object/items")} />
            <label>
              <span className="text-soft">How many</span>
              <select className="field" value={count} onChange={(event) => fill({ count: Number(event.target.value) })}>
                {MANY.map((n) => (
                  <option key={n}>{n}</option>
                ))}
              </select>
            </label>
          </div>
          <SizeLine label="Width" unit={unit} value={sizes["width"] ?? ""} onChange={put("width")} onFocus={() => setAt("width")} onTwo={(width, height) => fill((now) => ({ sizes: { ...now.sizes, width, height: now.sizes["height"] === sizes["height"] ? height : (now.sizes["height"] ?? "") } }))} fault={faultAt("/sizes/width")} />
          <SizeLine label="Height" unit={unit} value={sizes["height"] ?? ""} onChange={put("height")} onFocus={() => setAt("height")} fault={faultAt("/sizes/height")} />
          <SizeLine label="Height in front of its mount" unit={unit} placeholder={chosen?.front} value={sizes["front"] ?? ""} onChange={put("front")} onFocus={() => setAt("front")} fault={faultAt("/sizes/front")} />
          <SizeLine label="Sticks out behind" unit={unit} placeholder={chosen?.behind} value={sizes["behind"] ?? ""} onChange={put("behind")} onFocus={() => setAt("behind")} fault={faultAt("/sizes/behind")} />
        </div>
        <Where on={SHOWN} at={at} />
        <button type="submit" className="btn btn-act mt-4">
          Add it
        </button>
      </form>
    </Dialog>
  );
}
