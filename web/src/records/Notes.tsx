import { Camera, NotebookPen, X } from "lucide-react";
import { useState } from "react";
import { Link } from "wouter";
import type { Problem } from "../api/client";
import { handInPicture } from "../api/upload";
import type { LastTime, Noted, Step } from "../api/types";
import { FileButton } from "../parts/FileButton";
import { useKept } from "../parts/useKept";
import { useNoted } from "./useRecords";

interface Draft {
  writing: string;
  text: string;
}

const WHAT = { wrong: "It went wrong", differently: "Done differently" } as const;

/** What went wrong at this step the last time. */
export function TheLastTime({ told }: { told: LastTime[] }) {
  if (told.length === 0) return null;
  return (
    <div className="mt-4 border-l-4 border-l-act bg-act-wash p-3 text-[17px]" data-last-time>
      {told.map((one, n) => (
        <p key={n}>
          <b>Last time</b> ({one.what.toLowerCase()},{" "}
          <Link to={`/records/${one.record}`} className="text-act underline">
            {one.name}
          </Link>
          ): {one.text}
        </p>
      ))}
    </div>
  );
}

/** What is put down at a step: what went wrong, what was done differently and why, a photograph. */
export function Notes({ piece, step, hand }: { piece: string; step: Step; hand: string }) {
  const { notes, put, strike } = useNoted(piece);
  // What is being written stays until it is put down, through other steps and a page loaded anew.
  const { draft, fill } = useKept<Draft>(`shadbo.note.${piece}.${step.key}`, { writing: "", text: "" }, (d) => d.text !== "");
  const { text } = draft;
  const writing = draft.writing === "wrong" || draft.writing === "differently" ? draft.writing : null;
  const setWriting = (what: keyof typeof WHAT | null) => fill({ writing: what ?? "" });
  const [sent, setSent] = useState<number | null>(null);
  const [trouble, setTrouble] = useState("");
  const mine = notes.filter((n) => n.step === step.key && n.what !== "count" && n.what !== "material");
  const pictured = mine.some((n) => n.photo);

  async function take(note: Partial<Noted> & Pick<Noted, "what">) {
    setTrouble("");
    try {
      await put.mutateAsync({ step: step.key, hand, ...note });
      return true;
    } catch (error) {
      const problem = error as Problem;
      setTrouble(problem.faults[0] ? `${problem.faults[0].message}. Accepted: ${problem.faults[0].accepted}` : `${problem.message}. ${problem.detail}`);
      return false;
    }
  }
  async function photograph(file: File) {
    setSent(0);
    setTrouble("");
    try {
      const picture = await handInPicture(file, setSent);
      await take({ what: "photo", photo: picture.sha256, text: step.photograph || step.title });
    } catch (error) {
      setTrouble((error as Error).message);
    }
    setSent(null);
  }

  return (
    <section className="mt-5" aria-label="Put down">
      <div className="flex flex-wrap items-center gap-2">
        <FileButton label="Photograph" accept="image/png,image/jpeg,image/tiff" className={`btn min-h-11 ${step.photograph && !pictured ? "btn-act" : ""}`} disabled={sent !== null} onFile={(file) => void photograph(file)}>
          <Camera size={18} aria-hidden /> {sent !== null ? `${sent} %` : "Photograph"}
        </FileButton>
        {(Object.keys(WHAT) as (keyof typeof WHAT)[]).map((what) => (
          <button key={what} type="button" className={`btn min-h-11 ${writing === what ? "border-act text-act" : ""}`} aria-expanded={writing === what} onClick={() => setWriting(writing === what ? null : what)}>
            <NotebookPen size={16} aria-hidden /> {WHAT[what]}
          </button>
        ))}
        {step.photograph && !pictured && <span className="text-[15px] text-soft">{step.photograph}.</span>}
      </div>
      {writing && (
        <form
          className="mt-2 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void take({ what: writing, text }).then((kept) => {
              if (!kept) return;
              fill({ writing: "", text: "" });
            });
          }}
        >
          <input className="field min-w-0 flex-1 text-[17px]" autoFocus maxLength={1000} aria-label={WHAT[writing]} placeholder={writing === "wrong" ? "what, and what helped" : "what, and why"} value={text} onChange={(event) => fill({ text: event.target.value })} />
          <button type="submit" className="btn btn-act" disabled={!text.trim() || put.isPending}>
            Put down
          </button>
        </form>
      )}
      {trouble && (
        <p role="alert" className="mt-1 text-stop">
          {trouble}
        </p>
      )}
      {mine.length > 0 && (
        <ul className="mt-2 space-y-1 text-[16px]">
          {mine.map((n) => (
            <li key={n.id} className="flex items-start gap-2">
              {n.photo && <img src={`/api/pictures/${n.photo}/small`} alt={n.text || "Photograph"} className="h-16 border border-rule" />}
              <span>
                {n.what === "photo" ? n.text : `${WHAT[n.what === "wrong" ? "wrong" : "differently"]}: ${n.text}`} <span className="text-soft">{n.hand}</span>
              </span>
              <button type="button" className="btn btn-bare px-1 py-0" aria-label={`Take back: ${n.text}`} onClick={() => strike.mutate(n.id)}>
                <X size={15} />
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
