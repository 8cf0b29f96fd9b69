import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { Fault, ShopOut } from "../api/types";
import { Dialog } from "../parts/Dialog";

const FIELDS = [
  ["tape_mm", "Metric tape, ±"],
  ["tape_in", "Inch tape, ±"],
  ["saw", "Saw, ±"],
  ["kerf", "Saw kerf"],
] as const;

/** The settings of the shop that people change most; every plan follows. */
export function ShopSettings({ shop, onClose }: { shop: ShopOut; onClose: () => void }) {
  const client = useQueryClient();
  const [set, setSet] = useState({ inch_parts: shop.inch_parts, tape_mm: shop.tape_mm, tape_in: shop.tape_in, saw: shop.saw, kerf: shop.kerf, practice: shop.practice });
  const [faults, setFaults] = useState<Fault[]>([]);
  async function save() {
    try {
      client.setQueryData(["shop"], await unwrap(api.PUT("/api/shop", { body: set })));
      await client.invalidateQueries({ queryKey: ["rack"] });
      onClose();
    } catch (error) {
      setFaults((error as Problem).faults);
    }
  }
  return (
    <Dialog open onClose={onClose} title="Shop settings">
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <label className="flex items-center gap-3">
          <span className="w-40">Inches to the nearest</span>
          <select className="field w-24" value={set.inch_parts} onChange={(event) => setSet({ ...set, inch_parts: Number(event.target.value) as ShopOut["inch_parts"] })}>
            {[8, 16, 32, 64].map((n) => (
              <option key={n} value={n}>
                1/{n}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-3">
          <span className="w-40">School of new pieces</span>
          <select className="field w-36" value={set.practice} onChange={(event) => setSet({ ...set, practice: event.target.value as ShopOut["practice"] })}>
            {shop.practices.map(({ key, detail }) => (
              <option key={key} value={key} title={detail}>
                {key}
              </option>
            ))}
          </select>
        </label>
        <p className="-mt-2 pl-43 text-[12.5px] text-soft">{shop.practices.find((p) => p.key === set.practice)?.detail}</p>
        {FIELDS.map(([key, label]) => {
          const fault = faults.find((f) => f.pointer === `/${key}`);
          return (
            <label key={key} className="flex items-start gap-3">
              <span className="w-40 pt-1">{label}</span>
              <span className="flex-1">
                <input className="field fig w-36" value={set[key]} onChange={(event) => setSet({ ...set, [key]: event.target.value })} aria-invalid={fault ? true : undefined} />
                {fault && (
                  <span role="alert" className="block text-[12.5px] text-stop">
                    {fault.message}. Accepted: {fault.accepted}
                  </span>
                )}
              </span>
            </label>
          );
        })}
        <p className="text-soft">Lengths here may be typed in either system: 0.5 mm, 1/64 in.</p>
        <button type="submit" className="btn btn-act">
          Keep
        </button>
      </form>
    </Dialog>
  );
}
