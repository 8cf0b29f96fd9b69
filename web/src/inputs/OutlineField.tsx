import { Download, FileUp, ScanLine, X } from "lucide-react";
import { useState } from "react";
import type { OutlineInput, OutlineOut, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { FileButton, Told } from "../parts/FileButton";
import type { PieceWork } from "../piece/usePiece";

interface Props {
  id: string;
  input: OutlineInput;
  unit: Unit;
  onEdit: PieceWork["edit"];
  /** A photograph of the thing in hand is asked for. */
  onPhotograph: (open: true) => void;
}

/** The outline of a thing: from a photograph, from a file, into a file. */
export function OutlineField({ id, input, unit, onEdit, onPhotograph }: Props) {
  const [trouble, setTrouble] = useState("");

  async function read(file: File) {
    setTrouble("");
    try {
      const answer = await fetch(`/api/outlines?name=${encodeURIComponent(file.name.slice(-200))}`, { method: "POST", body: file, headers: { "Content-Type": "application/octet-stream" } });
      const said = (await answer.json()) as OutlineOut & { title?: string; errors?: { message: string; accepted: string }[] };
      if (!answer.ok) {
        const fault = said.errors?.[0];
        return setTrouble(fault ? `${file.name} ${fault.message}. Accepted: ${fault.accepted}.` : (said.title ?? "The file could not be read."));
      }
      onEdit([{ op: "outline", item: input.item, points: said.points as [number, number][] }]);
    } catch {
      setTrouble("The server does not answer. Try again in a moment.");
    }
  }

  return (
    <div>
      <div className="flex flex-wrap gap-1">
        <button type="button" className="btn" onClick={() => onPhotograph(true)}>
          <ScanLine size={15} aria-hidden /> Photograph…
        </button>
        <FileButton label="Outline file" accept=".svg,.dxf" onFile={(file) => void read(file)}>
          <FileUp size={15} aria-hidden /> File…
        </FileButton>
        {input.points > 0 && (
          <>
            {(["svg", "dxf"] as const).map((kind) => (
              <a key={kind} className="btn px-1.5" download href={`/api/pieces/${id}/items/${input.item}/outline.${kind}`} aria-label={`Save the outline as ${kind.toUpperCase()}`}>
                <Download size={14} aria-hidden /> {kind.toUpperCase()}
              </a>
            ))}
            <button type="button" className="btn px-1.5" aria-label="Take the outline away" onClick={() => onEdit([{ op: "outline", item: input.item, points: [] }])}>
              <X size={15} />
            </button>
          </>
        )}
      </div>
      <Told trouble={trouble}>
        <Sentence say={input.say} unit={unit} />
      </Told>
    </div>
  );
}
