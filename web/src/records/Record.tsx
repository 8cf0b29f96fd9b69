import { useQuery } from "@tanstack/react-query";
import { ArrowLeft, CircleCheck, CopyPlus, FileText, RotateCcw, TriangleAlert } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useLocation, useParams } from "wouter";
import { api, unwrap } from "../api/client";
import type { RecordOut } from "../api/types";
import { clock } from "../days/useDays";
import { CardFace, scaleInto } from "../drawing/CardFace";
import { Length } from "../fields/Length";
import { useKeys } from "../parts/keys";
import { useDateText, useShop } from "../parts/shop";
import { useUnits } from "../parts/units";
import { Again } from "./Again";
import { useTakeInAgain } from "./useRecords";

/** A piece as it was built, beside how it was planned. It is sealed: nothing on it is typed into. */
export function Record() {
  const { id = "" } = useParams<{ id: string }>();
  const found = useQuery({ queryKey: ["record", id], queryFn: ({ signal }) => unwrap(api.GET("/api/records/{record_id}", { params: { path: { record_id: id } }, signal })) });
  const [, navigate] = useLocation();
  const [again, setAgain] = useState(false);
  const [sure, setSure] = useState(false);
  const takeIn = useTakeInAgain((piece) => navigate(`/pieces/${piece}`));
  const shop = useShop();
  const dateText = useDateText();
  const { switchFrom } = useUnits();
  const one = found.data;
  useKeys({ escape: () => navigate("/records"), u: () => one && switchFrom(one.units) });
  useEffect(() => {
    document.title = one ? `${one.name}, as built` : "Record";
  }, [one]);
  if (found.isError)
    return (
      <main className="p-10">
        <p role="alert">{found.error.message}</p>
        <Link to="/records" className="btn mt-4">
          To the records
        </Link>
      </main>
    );
  if (!one) return <p className="p-10 text-soft">Fetching the record…</p>;
  const paper = shop.data?.units === "in" ? "Letter" : "A4";
  const sheet = (which: string) => `/api/records/${one.id}/${which}.pdf?paper=${paper}`;
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="border-b border-rule px-3 py-1.5">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <Link to="/records" className="btn btn-bare px-1" aria-label="To the records">
            <ArrowLeft size={18} aria-hidden />
          </Link>
          <h1 className="max-w-[28rem] truncate text-[20px] font-semibold">{one.name}</h1>
          <span className="text-soft">{one.owner}</span>
          <span className="ml-auto flex flex-wrap items-center gap-1">
            <button type="button" className="btn btn-act" onClick={() => setAgain(true)}>
              <CopyPlus size={15} aria-hidden /> Start the next from it
            </button>
            <Link to={`/records?like=${one.id}`} className="btn">
              Like this one
            </Link>
            <a className="btn" href={sheet("hand-over")} target="_blank" rel="noreferrer">
              <FileText size={15} aria-hidden /> Hand-over sheet
            </a>
            <a className="btn" href={sheet("record")} target="_blank" rel="noreferrer">
              PDF
            </a>
            <a className="btn" href={`/api/records/${one.id}/record.json`} download>
              JSON
            </a>
          </span>
        </div>
        <p className="mt-0.5 flex flex-wrap items-center gap-x-3 pl-9">
          <span>
            Handed over <b>{dateText(one.handed_at)}</b> by {one.handed_by}
            {one.handed_to && ` to ${one.handed_to}`}
          </span>
          <span className={`flex items-center gap-1 ${one.holds ? "text-moss" : "font-semibold text-stop"}`} title={`SHA-256 ${one.seal}`}>
            {one.holds ? <CircleCheck size={15} aria-hidden /> : <TriangleAlert size={15} aria-hidden />}
            {one.holds ? "sealed" : "The seal is broken: this record was changed in the database"}
          </span>
          {one.versions.length > 1 && (
            <span>
              versions{" "}
              {one.versions.map((v) => (
                <Link key={v.id} to={`/records/${v.id}`} className={`mr-1.5 ${v.id === one.id ? "font-semibold" : "text-act underline"}`}>
                  {v.number}
                </Link>
              ))}
            </span>
          )}
          {one.sealed &&
            (sure ? (
              <span className="flex items-center gap-1">
                It goes back on the rack, its steps begin anew.
                <button type="button" className="btn py-0" disabled={takeIn.isPending} onClick={() => takeIn.mutate(one.piece)}>
                  Take it in
                </button>
                <button type="button" className="btn btn-bare py-0" onClick={() => setSure(false)}>
                  No
                </button>
              </span>
            ) : (
              <button type="button" className="btn btn-bare py-0" onClick={() => setSure(true)}>
                <RotateCcw size={14} aria-hidden /> Take it in again
              </button>
            ))}
          {!one.sealed && (
            <Link to={`/pieces/${one.piece}`} className="text-act underline">
              on the rack again
            </Link>
          )}
        </p>
      </header>
      <main className="grid min-h-0 grid-cols-1 gap-px overflow-y-auto bg-rule desk:grid-cols-[21rem_minmax(0,1fr)] desk:overflow-hidden">
        <What one={one} />
        <Built one={one} />
      </main>
      {again && <Again record={one} onClose={() => setAgain(false)} />}
    </div>
  );
}

/** What it is, its pictures, and what its owner was told. */
function What({ one }: { one: RecordOut }) {
  const face = one.card.face;
  const photographs = one.notes.filter((n) => n.photo);
  return (
    <aside className="scroll space-y-3 bg-board-deep p-3 leading-snug desk:overflow-y-auto" tabIndex={0} aria-label="What it is">
      {face && <CardFace face={face} scale={scaleInto(face, 300, 190)} />}
      <p>
        <span className="fig">{one.size}</span>, <span className="fig">{one.weight}</span>
        <span className="block text-soft">
          {one.display}; {one.kind}
        </span>
      </p>
      {photographs.map((n) => (
        <figure key={n.id}>
          <img src={`/api/pictures/${n.photo}/small`} alt={n.text || "Photograph"} className="max-h-56 max-w-full border border-rule" />
          <figcaption className="text-soft">{n.text}</figcaption>
        </figure>
      ))}
      <Told title="How it is held">
        <p className="first-letter:uppercase">
          {one.method}. {{ yes: "It can be undone.", mostly: "It can be undone almost without a trace.", no: "It can’t be undone." }[one.reversible]} Touches it: {one.touches}.
        </p>
      </Told>
      {one.hanging && (
        <Told title="How it hangs">
          <p>{one.hanging}</p>
        </Told>
      )}
      <Told title="What its owner was told">
        <ul className="list-disc pl-4">
          {one.care.map((said) => (
            <li key={said}>{said}</li>
          ))}
        </ul>
      </Told>
      <Told title="Its label">
        <p>{one.label}</p>
      </Told>
      {one.note && (
        <Told title="A word with it">
          <p className="whitespace-pre-line">{one.note}</p>
        </Told>
      )}
    </aside>
  );
}

function Told({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-0.5 border-b border-rule font-semibold">{title}</h2>
      {children}
    </section>
  );
}

const HEAD = "border-b border-ink/50 py-0.5 pr-3 text-left font-normal text-soft";
const CELL = "border-b border-rule py-0.5 pr-3 align-top";

/** As built beside planned: readings, what was put down, parts, steps. */
function Built({ one }: { one: RecordOut }) {
  const unit = useUnits().unitFor(one.units);
  const dateText = useDateText();
  const steps = new Map(one.operations.map((o) => [o.key, o.title]));
  const parts = new Map(one.parts.map((p) => [p.key, p.name.trim()]));
  const said = one.notes.filter((n) => n.what !== "photo" && n.what !== "material" && n.what !== "count");
  return (
    <div className="scroll space-y-5 bg-board p-4 desk:overflow-y-auto" tabIndex={0} role="region" aria-label="As built">
      {said.length > 0 && (
        <section aria-label="What to know the next time">
          <h2 className="mb-1 text-[16px] font-semibold">What to know the next time</h2>
          <ul className="space-y-1">
            {said.map((n) => (
              <li key={n.id} className="grid grid-cols-[9rem_minmax(0,1fr)] gap-2">
                <span className={n.what === "wrong" ? "text-caution" : "text-soft"}>{one.what[n.what]}</span>
                <span>
                  {steps.has(n.step) && <b>{steps.get(n.step)}: </b>}
                  {n.text} <span className="text-soft">{n.hand}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Readings">
        <h2 className="mb-1 text-[16px] font-semibold">As built, beside planned</h2>
        {one.readings.length === 0 ? (
          <p className="text-soft">Nothing was read at the bench.</p>
        ) : (
          <table className="w-full border-collapse">
            <thead>
              <tr>
                <th className={HEAD}>Read at</th>
                <th className={HEAD}>What</th>
                <th className={`${HEAD} text-right`}>Planned</th>
                <th className={`${HEAD} text-right`}>As built</th>
                <th className={`${HEAD} text-right`}>Off by</th>
                <th className={HEAD}>By, why it will do</th>
              </tr>
            </thead>
            <tbody>
              {one.readings.flatMap((r, i) =>
                r.lines.map((line, j) => (
                  <tr key={`${i}.${j}`}>
                    <td className={CELL}>{j === 0 ? r.step : ""}</td>
                    <td className={CELL}>{line.label}</td>
                    <td className={`${CELL} text-right`}>
                      <Length shown={line.planned} unit={unit} bare />
                    </td>
                    <td className={`${CELL} text-right font-semibold`}>
                      <Length shown={line.read} unit={unit} bare />
                    </td>
                    <td className={`${CELL} text-right ${line.fine ? "" : "text-stop"}`}>
                      <Length shown={line.off} unit={unit} bare />
                    </td>
                    <td className={`${CELL} text-soft`}>
                      {j === 0 && (
                        <>
                          {r.hand}, {dateText(r.at)} {clock(r.at)}
                          {r.why && `: ${r.why}`}
                        </>
                      )}
                    </td>
                  </tr>
                )),
              )}
            </tbody>
          </table>
        )}
      </section>
      <div className="grid gap-5 min-[80rem]:grid-cols-2">
        <section aria-label="Steps">
          <h2 className="mb-1 text-[16px] font-semibold">Steps, minutes</h2>
          <table className="w-full border-collapse">
            <thead>
              <tr>
                <th className={HEAD}>Step</th>
                <th className={`${HEAD} text-right`}>Planned</th>
                <th className={`${HEAD} text-right`}>Took</th>
                <th className={HEAD}>By</th>
              </tr>
            </thead>
            <tbody>
              {one.operations.map((o) => (
                <tr key={o.key}>
                  <td className={CELL}>{o.title}</td>
                  <td className={`${CELL} fig text-right`}>{o.planned}</td>
                  <td className={`${CELL} fig text-right`}>{o.done_at ? o.minutes : ""}</td>
                  <td className={`${CELL} text-soft`}>{o.done_at ? o.hand : "not ticked"}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
        <section aria-label="Parts">
          <h2 className="mb-1 text-[16px] font-semibold">Parts</h2>
          <table className="w-full border-collapse">
            <thead>
              <tr>
                <th className={`${HEAD} text-right`}>No.</th>
                <th className={`${HEAD} text-right`}>Used</th>
                <th className={HEAD}>Part</th>
                <th className={HEAD}>Batch or tag</th>
              </tr>
            </thead>
            <tbody>
              {one.parts.map((p) => (
                <tr key={p.key}>
                  <td className={`${CELL} fig text-right`}>{p.planned}</td>
                  <td className={`${CELL} fig text-right ${p.used !== null && p.used !== p.planned ? "text-caution" : ""}`}>{p.used ?? ""}</td>
                  <td className={CELL}>
                    {parts.get(p.key)}
                    <span className="block text-[12.5px] text-soft">{[p.material, p.size].filter(Boolean).join(", ")}</span>
                  </td>
                  <td className={CELL}>{p.tag}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </div>
  );
}
