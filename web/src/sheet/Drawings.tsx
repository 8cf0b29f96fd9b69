import { Download } from "lucide-react";
import { useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import type { DrawingOut, Unit } from "../api/types";
import { Dialog } from "../parts/Dialog";
import { rove } from "../parts/roving";

const sheets = (count: number) => (count === 1 ? "1 sheet" : `${count} sheets`);

/** Every drawing of the piece as files; templates tiled over the paper there is. */
export function Drawings({ id, version, unit, onClose }: { id: string; version: number; unit: Unit; onClose: () => void }) {
  const base = `/api/pieces/${id}`;
  const { data: views = [] } = useQuery({
    queryKey: ["drawings", id, version],
    queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/drawings", { params: { path: { piece_id: id } } })),
  });
  const [paper, setPaper] = useState<"A4" | "Letter">("A4");
  const templates = views.filter((v) => v.sheets[paper]);
  const others = views.filter((v) => !v.sheets[paper]);
  const link = (view: DrawingOut, ending: string, label: string) => (
    <a className="btn py-0.5" download href={`${base}/${view.key}.${ending}`} aria-label={`${view.title}: ${label}`}>
      <Download size={14} aria-hidden /> {label}
    </a>
  );
  const rows = (shown: DrawingOut[], printed: boolean) => (
    <table className="w-full">
      <tbody>
        {shown.map((v) => (
          <tr key={v.key} className="border-b border-rule">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {v.title}
            </th>
            <td className="flex justify-end gap-1 py-1">
              {printed && link(v, `places.pdf?paper=${paper}&unit=${unit}`, "Places")}
              {printed && link(v, `template.pdf?paper=${paper}&unit=${unit}`, `1:1, ${sheets(v.sheets[paper] ?? 1)}`)}
              {link(v, "dxf", "DXF")}
              {link(v, `svg?unit=${unit}`, "SVG")}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <Dialog open onClose={onClose} title="Drawings and templates" wide>
      {templates.length > 0 && (
        <section className="mb-4" aria-label="Templates at full size">
          <h3 className="mb-1 flex items-center justify-between border-b border-ink pb-0.5 font-semibold">
            Templates, at full size
            <span className="flex gap-1 font-normal" role="radiogroup" aria-label="Paper" onKeyDown={rove}>
              {(["A4", "Letter"] as const).map((p) => (
                <button key={p} type="button" role="radio" tabIndex={paper === p ? 0 : -1} aria-checked={paper === p} className={`btn py-0 ${paper === p ? "border-act text-act" : ""}`} onClick={() => setPaper(p)}>
                  {p}
                </button>
              ))}
            </span>
          </h3>
          {rows(templates, true)}
          <p className="mt-1 text-[12.5px] leading-snug text-soft">
            1:1 is printed at 100 %; every sheet has a line of 100 mm: measure it before you trust the template. Places: everything on it from the left and the top edge, numbered, to be marked with rule and square.
          </p>
        </section>
      )}
      <section aria-label="Drawings">
        <h3 className="mb-1 border-b border-ink pb-0.5 font-semibold">Drawings, in millimetres</h3>
        {rows(others, false)}
      </section>
    </Dialog>
  );
}
