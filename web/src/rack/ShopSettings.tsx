import { useQueryClient } from "@tanstack/react-query";
import { useState, type ReactNode } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { ShopOut } from "../api/types";
import { dateText } from "../parts/dates";
import { Dialog } from "../parts/Dialog";

const FIELDS = [
  ["tape_mm", "Metric tape, ±"],
  ["tape_in", "Inch tape, ±"],
  ["saw", "Saw, ±"],
  ["kerf", "Saw kerf"],
] as const;

const KEYS = ["name", "units", "dates", "inch_parts", "practice", "tape_mm", "tape_in", "saw", "kerf"] as const;
type Settings = Pick<ShopOut, (typeof KEYS)[number]>;

const settingsOf = (shop: ShopOut) => Object.fromEntries(KEYS.map((key) => [key, shop[key]])) as Settings;

/** The settings of the shop that people change most; every plan follows. A shop of one's own is asked them once, and may pass. */
export function ShopSettings({ shop, onClose }: { shop: ShopOut; onClose: () => void }) {
  const client = useQueryClient();
  const [set, setSet] = useState(settingsOf(shop));
  // What the settings were changed on; after somebody else's change, what stands now.
  const [stands, setStands] = useState(shop);
  const [trouble, setTrouble] = useState<Problem | null>(null);
  const fill = (more: Partial<Settings>) => setSet({ ...set, ...more });

  async function keep(settings: Settings) {
    try {
      client.setQueryData(["shop"], await unwrap(api.PUT("/api/shop", { body: { ...settings, mark: stands.mark } })));
      await client.invalidateQueries({ queryKey: ["rack"] });
      onClose();
    } catch (error) {
      setTrouble(error as Problem);
      if ((error as Problem).status === 409) setStands(await unwrap(api.GET("/api/shop")));
    }
  }

  function row(key: keyof Settings, label: string, field: ReactNode) {
    const fault = trouble?.faults.find((f) => f.pointer === `/${key}`);
    return (
      <div key={key} className="flex items-start gap-3">
        <label htmlFor={`shop-${key}`} className="w-40 pt-1">
          {label}
        </label>
        <span className="flex-1">
          {field}
          {fault && (
            <span role="alert" className="block text-[12.5px] text-stop">
              {fault.message}. Accepted: {fault.accepted}
            </span>
          )}
          {stands[key] !== shop[key] && stands[key] !== set[key] && <span className="block text-[12.5px] text-stop">Now {stands[key]}, set by somebody else</span>}
        </span>
      </div>
    );
  }

  return (
    <Dialog open onClose={shop.asked ? onClose : () => void keep(settingsOf(stands))} title={shop.asked ? "Shop settings" : "Your shop"}>
      {!shop.asked && <p className="-mt-2 mb-3 text-soft">Asked once; each can be changed later. It begins with the house stock of mouldings, bars and boards, and with no pieces.</p>}
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          void keep(set);
        }}
      >
        {row("name", "Name", <input id="shop-name" className="field" maxLength={120} required value={set.name} onChange={(event) => fill({ name: event.target.value })} />)}
        {row(
          "units",
          "New pieces in",
          <select id="shop-units" className="field w-36" value={set.units} onChange={(event) => fill({ units: event.target.value as ShopOut["units"] })}>
            <option value="mm">millimetres</option>
            <option value="in">inches</option>
          </select>,
        )}
        {row(
          "dates",
          "Days",
          <select id="shop-dates" className="field w-36" value={set.dates} onChange={(event) => fill({ dates: event.target.value as ShopOut["dates"] })}>
            {(["day", "month", "iso"] as const).map((style) => (
              <option key={style} value={style}>
                {dateText("2027-03-12", style)}
              </option>
            ))}
          </select>,
        )}
        {row(
          "inch_parts",
          "Inches to the nearest",
          <select id="shop-inch_parts" className="field w-24" value={set.inch_parts} onChange={(event) => fill({ inch_parts: Number(event.target.value) as ShopOut["inch_parts"] })}>
            {[8, 16, 32, 64].map((n) => (
              <option key={n} value={n}>
                1/{n}
              </option>
            ))}
          </select>,
        )}
        {row(
          "practice",
          "School of new pieces",
          <>
            <select id="shop-practice" className="field w-36" value={set.practice} onChange={(event) => fill({ practice: event.target.value as ShopOut["practice"] })}>
              {shop.practices.map(({ key, detail }) => (
                <option key={key} value={key} title={detail}>
                  {key}
                </option>
              ))}
            </select>
            <span className="block text-[12.5px] text-soft">{shop.practices.find((p) => p.key === set.practice)?.detail}</span>
          </>,
        )}
        {FIELDS.map(([key, label]) =>
          row(
            key,
            label,
            <input
              id={`shop-${key}`}
              className="field fig w-36"
              value={set[key]}
              onChange={(event) => fill({ [key]: event.target.value })}
              aria-invalid={trouble?.faults.some((f) => f.pointer === `/${key}`) ? true : undefined}
            />,
          ),
        )}
        <p className="text-soft">Lengths here may be typed in either system: 0.5 mm, 1/64 in.</p>
        {trouble && trouble.faults.length === 0 && (
          <p role="alert" className="text-stop">
            {trouble.message}. {trouble.detail} {trouble.status === 409 && "Keep again to have yours."}
          </p>
        )}
        <div className="flex gap-2">
          <button type="submit" className="btn btn-act">
            Keep
          </button>
          {!shop.asked && (
            <button type="button" className="btn" onClick={() => void keep(settingsOf(stands))}>
              Skip: they are right as they stand
            </button>
          )}
        </div>
      </form>
    </Dialog>
  );
}
