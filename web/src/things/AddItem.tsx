import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { Edit, Fault, Kind, Unit } from "../api/types";
import { Line, SizeLine } from "../fields/PlainLines";
import { Dialog } from "../parts/Dialog";
import type { PieceWork } from "../piece/usePiece";

/** Another thing for the box: what it is, and its sizes. */
export function AddItem({ unit, onClose, onEdit }: { unit: Unit; onClose: () => void; onEdit: PieceWork["edit"] }) {
  const kinds = useQuery({ queryKey: ["kinds", unit], queryFn: () => unwrap(api.GET("/api/kinds", { params: { query: { unit } } })) });
  const [kind, setKind] = useState("badge");
  const [name, setName] = useState<string | null>(null);
  const [sizes, setSizes] = useState<Record<string, string>>({});
  const [faults, setFaults] = useState<Fault[]>([]);
  const chosen = kinds.data?.find((k) => k.key === kind);
  const faultAt = (pointer: string) => faults.find((f) => f.pointer === pointer);
  const put = (key: string) => (text: string) => setSizes((now) => ({ ...now, [key]: text }));

  function add() {
    const edit = { op: "add_item", kind: kind as "badge", name: name ?? chosen?.label ?? "", sizes, unit } satisfies Edit;
    onEdit([edit], false, (problem: Problem | null) => {
      if (!problem) return onClose();
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
            <select className="field" value={kind} onChange={(event) => setKind(event.target.value)}>
              {(kinds.data ?? []).map((k: Kind) => (
                <option key={k.key} value={k.key}>
                  {k.label}
                </option>
              ))}
            </select>
          </label>
          <Line label="Name" value={name ?? chosen?.label ?? ""} onChange={setName} fault={faultAt("/name") ?? faultAt("/object/items")} />
          <SizeLine label="Width" unit={unit} value={sizes["width"] ?? ""} onChange={put("width")} fault={faultAt("/sizes/width")} />
          <SizeLine label="Height" unit={unit} value={sizes["height"] ?? ""} onChange={put("height")} fault={faultAt("/sizes/height")} />
          <SizeLine label="Height in front of its mount" unit={unit} placeholder={chosen?.front} value={sizes["front"] ?? ""} onChange={put("front")} fault={faultAt("/sizes/front")} />
          <SizeLine label="Sticks out behind" unit={unit} placeholder={chosen?.behind} value={sizes["behind"] ?? ""} onChange={put("behind")} fault={faultAt("/sizes/behind")} />
        </div>
        <button type="submit" className="btn btn-act mt-4">
          Add it
        </button>
      </form>
    </Dialog>
  );
}
