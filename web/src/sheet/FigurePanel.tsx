import { useQuery } from "@tanstack/react-query";
import { X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { api, Problem, unwrap } from "../api/client";
import type { Compared, Figure, Opened, Unit } from "../api/types";
import { Length, Sentence } from "../fields/Length";

interface Props {
  id: string;
  version: number;
  name: string;
  unit: Unit;
  onClose: () => void;
  onOpen: (figure: string) => void;
  onPoint: (part: string | null) => void;
}

/** A figure opened: its sum as on scrap paper, its tolerance, what it hangs on, and “I get…”. */
export function FigurePanel(props: Props) {
  const { id, version, name, unit } = props;
  const { data } = useQuery({
    queryKey: ["figure", id, version, name],
    queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/figures/{name}", { params: { path: { piece_id: id, name } } })),
    placeholderData: (before) => before,
  });
  const heading = useRef<HTMLHeadingElement>(null);
  const there = data !== undefined;
  // Who opens a sum goes on from it: its close, its terms, what depends on it.
  useEffect(() => heading.current?.focus(), [name, there]);
  if (!data) return <p className="p-3 text-soft">Opening…</p>;
  const { figure } = data;
  return (
    <section className="p-3" aria-label={`The sum of ${figure.label}`}>
      <div className="flex items-start justify-between gap-2">
        <h2 ref={heading} tabIndex={-1} className="text-[15px] font-semibold leading-snug outline-none">
          {figure.label}
        </h2>
        <button type="button" className="btn btn-bare -m-1 p-1" onClick={props.onClose} aria-label="Close the sum">
          <X size={18} />
        </button>
      </div>
      <Result figure={figure} unit={unit} />
      <Sum {...props} opened={data} />
      {figure.shown && <IGet key={name} id={id} name={name} unit={unit} />}
      {data.worst && data.likely && (
        <p className="mt-3 leading-snug">
          Worst case ± <Length shown={data.worst} unit={unit} />, likely ± <Length shown={data.likely} unit={unit} />.
        </p>
      )}
      <DependsOn {...props} opened={data} />
    </section>
  );
}

function Result({ figure, unit }: { figure: Figure; unit: Unit }) {
  if (figure.quantity) return <p className="fig my-1 text-3xl">{figure.quantity[unit === "mm" ? "mm" : "inch"]}</p>;
  if (figure.kind === "count") return <p className="fig my-1 text-3xl">{figure.count}</p>;
  if (!figure.shown) return null;
  const rounded = figure.rounding === "both" || figure.rounding === unit;
  return (
    <div className="my-1">
      <p className="text-3xl">
        <Length shown={figure.shown} unit={unit} />
      </p>
      <p className="text-soft">
        <Length shown={figure.shown} unit={unit === "mm" ? "in" : "mm"} approx />
      </p>
      {rounded && <p className="text-caution">Rounding moves this by more than its tolerance: cut to the exact figure below.</p>}
    </div>
  );
}

const HOW: Record<string, string> = {
  largest: "the largest of",
  smallest: "the smallest of",
  mean: "the mean of",
  middle: "the middle one of",
  reading: "read on the tape",
  choice: "chosen for this piece",
  stock: "from the shop’s stock",
  setting: "a setting of the shop",
  rule: "a rule of the trade",
};

function Sum({ opened, unit, onOpen, onPoint }: Props & { opened: Opened }) {
  const rows = opened.rows;
  if (opened.working.length > 0) {
    return (
      <ul className="mt-2 space-y-1 border-t border-rule pt-2">
        {opened.working.map((line, i) => (
          <li key={i} className="leading-snug">
            <Sentence say={line} unit={unit} />
          </li>
        ))}
      </ul>
    );
  }
  if (rows.length === 0) return <p className="text-soft">{HOW[opened.how] ?? opened.how}</p>;
  const picking = opened.how in HOW;
  return (
    <div className="mt-2">
      {opened.how !== "sum" && <p className="mb-1 text-soft">{HOW[opened.how] ?? opened.how}</p>}
      <table className="w-full border-t border-rule" aria-label="Sum">
        <tbody>
          {rows.map((row, i) => (
            <tr
              key={i}
              className={`border-b border-dotted border-rule align-baseline hover:bg-act-wash ${row.chosen ? "font-semibold" : ""}`}
              onPointerEnter={() => onPoint(row.parts.at(-1) ?? null)}
              onPointerLeave={() => onPoint(null)}
            >
              <td className="fig w-10 py-1 pr-1 text-right text-soft">{row.times}</td>
              <td className="py-1 leading-snug">
                {row.figure ? (
                  <button type="button" className="text-left text-act hover:underline" onClick={() => row.figure && onOpen(row.figure)}>
                    {row.label}
                  </button>
                ) : (
                  row.label
                )}
                {/×/.test(row.times) && (
                  <span className="ml-1 text-[12.5px] text-soft">
                    <Length shown={row.shown} unit={unit} bare approx />
                  </span>
                )}
                {row.chosen && <span className="ml-1 text-[12.5px] font-normal text-moss">this one</span>}
              </td>
              <td className="py-1 text-right">
                <Length shown={row.amount} unit={unit} bare approx />
              </td>
            </tr>
          ))}
          {opened.factor && (
            <tr className="border-b border-rule">
              <td />
              <td className="fig py-1 text-soft">{opened.factor}</td>
              <td />
            </tr>
          )}
          {opened.result && (
            <tr className="border-t-2 border-ink font-semibold">
              <td />
              <td className="py-1">{picking ? "" : "makes"}</td>
              <td className="py-1 text-right">
                <Length shown={opened.result} unit={unit} approx />
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {(opened.misses === "both" || opened.misses === unit) && (
        <p className="mt-1 text-[12.5px] text-soft">Each line is rounded for the eye; what it makes is worked out from the exact ones.</p>
      )}
    </div>
  );
}

function DependsOn({ opened, unit, onPoint }: Props & { opened: Opened }) {
  if (opened.depends.length === 0) return null;
  return (
    <div className="mt-3">
      <h3 className="border-b border-rule pb-0.5 font-semibold">Depends on</h3>
      <ul className="mt-1 space-y-0.5">
        {opened.depends.map((d) => (
          <li key={d.label + d.pointer} className="flex items-baseline justify-between gap-2 leading-snug" title={d.source} onPointerEnter={() => onPoint(d.parts.at(-1) ?? null)} onPointerLeave={() => onPoint(null)}>
            <span>
              {d.label[0]?.toUpperCase() + d.label.slice(1)}
              {d.typed && <span className="ml-1 text-[12.5px] text-soft">“{d.typed}”</span>}
            </span>
            <span className="fig text-[13px] text-soft">
              moves it {d.per} : 1{d.tolerance.mm !== "0" && <> · ± <Length shown={d.tolerance} unit={unit} bare /></>}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Type your own number: told whether it agrees, or which slip gives it. */
function IGet({ id, name, unit }: { id: string; name: string; unit: Unit }) {
  const [text, setText] = useState("");
  const [answer, setAnswer] = useState<Compared | Problem | null>(null);

  async function compare() {
    if (!text.trim()) return setAnswer(null);
    try {
      setAnswer(await unwrap(api.POST("/api/pieces/{piece_id}/figures/{name}/compare", { params: { path: { piece_id: id, name } }, body: { text, unit } })));
    } catch (error) {
      setAnswer(error as Problem);
    }
  }
  return (
    <form
      className="mt-3 border border-rule bg-board/50 p-2"
      onSubmit={(event) => {
        event.preventDefault();
        void compare();
      }}
    >
      <div className="flex items-center gap-2">
        <label htmlFor="i-get" className="font-semibold">
          I get…
        </label>
        <div className="relative flex-1">
          <input id="i-get" className="field fig pr-8" value={text} autoComplete="off" onChange={(e) => setText(e.target.value)} aria-invalid={answer instanceof Problem || undefined} />
          <span className="unit absolute inset-y-0 right-2 flex items-center">{unit}</span>
        </div>
        <button type="submit" className="btn">
          Compare
        </button>
      </div>
      <div role="status" className="leading-snug">
        {answer instanceof Problem && <p className="mt-1 text-stop">{answer.faults[0] ? `${answer.faults[0].message}. Accepted: ${answer.faults[0].accepted}` : answer.message}</p>}
        {answer && !(answer instanceof Problem) && <Verdict answer={answer} unit={unit} />}
      </div>
    </form>
  );
}

function Verdict({ answer, unit }: { answer: Compared; unit: Unit }) {
  const made = answer.makes && (
    <p className="mt-1.5">
      That sum makes <Length shown={answer.makes} unit={unit} />.
    </p>
  );
  if (answer.agrees)
    return (
      <>
        {made}
        <p className="mt-1.5 font-semibold text-moss">It agrees.</p>
      </>
    );
  return (
    <div className="mt-1.5">
      {made}
      <p>
        {answer.within_tolerance ? "Within the tolerance: " : "It does not agree: "}
        <Length shown={{ ...answer.difference, minus: false }} unit={unit} /> {answer.difference.minus ? "too little" : "too much"}.
      </p>
      {answer.slips.length > 0 ? (
        <ul className="mt-1 list-disc pl-4">
          {answer.slips.map((slip, i) => (
            <li key={slip.sentence} className={i === 0 ? "font-semibold" : ""}>
              {slip.sentence[0]?.toUpperCase() + slip.sentence.slice(1)}: gives <Length shown={slip.gives} unit={unit} />
            </li>
          ))}
        </ul>
      ) : (
        !answer.within_tolerance && <p className="mt-1">No single slip gives this number.</p>
      )}
    </div>
  );
}
