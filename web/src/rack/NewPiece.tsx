import { Radio, RadioGroup } from "@headlessui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, unwrap, type Problem } from "../api/client";
import type { Fault, Unit } from "../api/types";
import { Line, SizeLine } from "../fields/PlainLines";
import { Dialog } from "../parts/Dialog";
import { useUnits } from "../parts/units";

/** A new piece starts from what it is and its measurements. */
export function NewPiece({ onClose }: { onClose: () => void }) {
  const { chosen } = useUnits();
  const navigate = useNavigate();
  const starts = useQuery({ queryKey: ["starts"], queryFn: () => unwrap(api.GET("/api/starts")) });
  const [start, setStart] = useState("canvas");
  const [units, setUnits] = useState<Unit>(chosen ?? "mm");
  const [name, setName] = useState("");
  const [owner, setOwner] = useState("");
  const [sizes, setSizes] = useState<Record<string, string>>({});
  const [faults, setFaults] = useState<Fault[]>([]);
  const [trouble, setTrouble] = useState("");
  const asks = starts.data?.find((s) => s.key === start)?.asks ?? [];
  const faultAt = (pointer: string) => faults.find((f) => f.pointer === pointer);

  async function make() {
    setTrouble("");
    try {
      const piece = await unwrap(api.POST("/api/pieces", { body: { start, name, owner, units, sizes } }));
      await navigate(`/pieces/${piece.id}`);
    } catch (error) {
      const problem = error as Problem;
      setFaults(problem.faults);
      if (problem.faults.length === 0) setTrouble(`${problem.message}. ${problem.detail}`);
    }
  }
  return (
    <Dialog open onClose={onClose} title="What is it?" wide>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <RadioGroup value={start} onChange={setStart} aria-label="What is it?" className="grid grid-cols-4 gap-1.5">
          {(starts.data ?? []).map((s) => (
            <Radio key={s.key} value={s.key} className="cursor-pointer border border-rule px-2 py-1.5 leading-snug data-checked:border-act data-checked:bg-act-wash">
              <span className="block font-semibold">{s.label}</span>
              <span className="text-soft">{s.detail}</span>
            </Radio>
          ))}
        </RadioGroup>
        <div className="mt-4 grid grid-cols-2 gap-3">
          <Line label="Name" value={name} onChange={setName} fault={faultAt("/name")} autoFocus />
          <Line label="Owner" value={owner} onChange={setOwner} fault={faultAt("/owner")} />
        </div>
        <fieldset className="mt-4">
          <legend className="mb-1 flex w-full items-center justify-between border-b border-rule pb-1 font-semibold">
            Sizes, largest you read
            <span className="flex gap-1 font-normal" role="radiogroup" aria-label="Units">
              {(["mm", "in"] as const).map((u) => (
                <button key={u} type="button" role="radio" aria-checked={units === u} className={`btn py-0 ${units === u ? "border-act text-act" : ""}`} onClick={() => setUnits(u)}>
                  {u}
                </button>
              ))}
            </span>
          </legend>
          <div className="grid grid-cols-4 gap-3">
            {asks.map((a) => (
              <SizeLine key={a.key + units} label={a.label} unit={units} value={sizes[a.key] ?? ""} onChange={(text) => setSizes((now) => ({ ...now, [a.key]: text }))} fault={faultAt(`/sizes/${a.key}`)} />
            ))}
          </div>
        </fieldset>
        {trouble && (
          <p role="alert" className="mt-3 text-stop">
            {trouble}
          </p>
        )}
        <div className="mt-5 flex items-center gap-3">
          <button type="submit" className="btn btn-act">
            Take it in
          </button>
          <span className="text-soft">Two more readings a side can follow on the sheet.</span>
        </div>
      </form>
    </Dialog>
  );
}
