import { FileImage, Printer, X } from "lucide-react";
import { useState } from "react";
import { api, Problem, unwrap } from "../api/client";
import { handInPicture } from "../api/upload";
import type { FileInput, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { FileButton, Told } from "../parts/FileButton";
import type { PieceWork } from "../piece/usePiece";

interface Props {
  id: string;
  input: FileInput;
  unit: Unit;
  onEdit: PieceWork["edit"];
}

const LOOK_AGAIN_MS = 300;

/** A picture file: handed in with its progress shown, and made ready to print. */
export function PictureField({ id, input, unit, onEdit }: Props) {
  const [sent, setSent] = useState<number | null>(null);
  const [trouble, setTrouble] = useState("");

  async function handIn(file: File) {
    setTrouble("");
    setSent(0);
    try {
      const picture = await handInPicture(file, setSent);
      onEdit([{ op: "picture", file: picture as Required<typeof picture> & { media: "image/png" }, condition: input.key === "condition" }]);
    } catch (error) {
      setTrouble((error as Error).message);
    }
    setSent(null);
  }

  return (
    <div className="relative">
      <div className="flex items-center gap-1">
        <FileButton label={input.label} accept="image/png,image/jpeg,image/tiff,.tif,.tiff" onFile={(file) => void handIn(file)} className="btn min-w-0 flex-1" disabled={sent !== null}>
          <FileImage size={15} aria-hidden className="shrink-0" /> <span className="truncate">{input.name ?? (input.key === "condition" ? "Photograph…" : "Hand in a picture file…")}</span>
        </FileButton>
        {input.name && (
          <button type="button" className="btn px-1.5" aria-label="Put the picture away" onClick={() => onEdit([{ op: "picture", file: null, condition: false }])}>
            <X size={15} />
          </button>
        )}
      </div>
      {sent !== null && <Bar label={sent < 100 ? "Handing it in" : "Looking at it"} done={sent} />}
      <Told trouble={trouble}>
        <Sentence say={input.say} unit={unit} />
      </Told>
      {input.name && <PrintReady id={id} />}
    </div>
  );
}

/** Makes the print-ready file, shows how far it is, and gives it. */
function PrintReady({ id }: { id: string }) {
  const [done, setDone] = useState<number | null>(null);
  const [ready, setReady] = useState("");
  const [trouble, setTrouble] = useState("");

  async function make() {
    setTrouble("");
    setReady("");
    setDone(0);
    try {
      let print = await unwrap(api.POST("/api/pieces/{piece_id}/print", { params: { path: { piece_id: id } } }));
      while (!print.ready && !print.trouble) {
        await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
        print = await unwrap(api.GET("/api/prints/{print_id}", { params: { path: { print_id: print.id } } }));
        setDone(print.done);
      }
      if (print.trouble) setTrouble(`The print ${print.trouble}.`);
      else setReady(`/api/prints/${print.id}/file`);
    } catch (error) {
      const problem = error as Problem;
      setTrouble(problem.faults[0]?.message ?? problem.message);
    }
    setDone(null);
  }

  return (
    <div className="mt-1.5">
      {ready ? (
        <a href={ready} download className="btn btn-act">
          <Printer size={15} aria-hidden /> Save the print file
        </a>
      ) : (
        <button type="button" className="btn" disabled={done !== null} onClick={() => void make()}>
          <Printer size={15} aria-hidden /> Make it ready to print
        </button>
      )}
      {done !== null && <Bar label="Making the wrap" done={done} />}
      {trouble && (
        <p role="alert" className="mt-1 text-[12.5px] leading-snug text-stop">
          {trouble}
        </p>
      )}
    </div>
  );
}

function Bar({ label, done }: { label: string; done: number }) {
  return (
    <div className="mt-1" role="progressbar" aria-label={label} aria-valuenow={done} aria-valuemin={0} aria-valuemax={100}>
      <span className="text-[12.5px] text-soft">
        {label}: <span className="fig">{done} %</span>
      </span>
      <div className="h-1.5 border border-rule bg-sheet">
        <div className="h-full bg-act" style={{ width: `${done}%` }} />
      </div>
    </div>
  );
}
