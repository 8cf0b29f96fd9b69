import { FileImage } from "lucide-react";
import { useRef, useState, type MouseEvent, type PointerEvent } from "react";
import { api, unwrap, type Problem } from "../api/client";
import type { Fault, OutlineInput, OutlineOut, Unit } from "../api/types";
import { handInPicture } from "../api/upload";
import { Length } from "../fields/Length";
import { SizeLine } from "../fields/PlainLines";
import { Dialog } from "../parts/Dialog";
import { rove } from "../parts/roving";
import { FileButton } from "../parts/FileButton";
import type { PieceWork } from "../piece/usePiece";

type Spot = [number, number];
type Doing = "marks" | "corners" | "near" | "hand" | "colour";

const DOING: { key: Doing; label: string; say: string }[] = [
  { key: "marks", label: "Two points", say: "Click two points a known distance apart: the ends of a ruler’s 100 mm, say." },
  { key: "corners", label: "Four corners", say: "Click the four corners of a rectangle of known size, one after another round it: perspective is taken out as well." },
  { key: "near", label: "Which thing", say: "With several things in the photograph: click on the one that is meant." },
  { key: "hand", label: "By hand", say: "Click round the thing, point after point; three make an outline. What is there can be dragged." },
  { key: "colour", label: "Its colour", say: "Click on the thing: its colour there becomes the colour of the thing." },
];

interface Props {
  input: OutlineInput;
  unit: Unit;
  onClose: () => void;
  onEdit: PieceWork["edit"];
}

/** A straight-on photograph: its scale marked, the outline found on the plain ground and corrected by hand, a colour sampled. */
export function OutlineDialog({ input, unit, onClose, onEdit }: Props) {
  const [photo, setPhoto] = useState(input.photo);
  const [doing, setDoing] = useState<Doing>("marks");
  const [marks, setMarks] = useState<Spot[]>([]);
  const [corners, setCorners] = useState<Spot[]>([]);
  const [near, setNear] = useState<Spot | null>(null);
  const [known, setKnown] = useState({ distance: "", width: "", height: "" });
  const [found, setFound] = useState<OutlineOut | null>(null);
  const [places, setPlaces] = useState<Spot[]>([]);
  const [colour, setColour] = useState("");
  const [faults, setFaults] = useState<Fault[]>([]);
  const [trouble, setTrouble] = useState("");
  const faultAt = (pointer: string) => faults.find((f) => f.pointer === pointer);
  const rectangle = corners.length === 4;

  async function handIn(file: File) {
    setTrouble("");
    try {
      const picture = await handInPicture(file, () => undefined);
      onEdit([{ op: "picture", condition: false, item: input.item, file: picture as Required<typeof picture> & { media: "image/png" } }]);
      setPhoto(picture.sha256);
      setFound(null);
      setMarks([]);
      setCorners([]);
      setPlaces([]);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  }

  async function ask(byHand: Spot[]) {
    setTrouble("");
    setFaults([]);
    try {
      const body = { marks: rectangle ? [] : marks, corners: rectangle ? corners : [], ...known, near, by_hand: byHand, unit };
      const outline = await unwrap(api.POST("/api/pictures/{sha}/outline", { params: { path: { sha: photo ?? "" } }, body }));
      setFound(outline as unknown as OutlineOut);
      setPlaces(outline.places as Spot[]);
    } catch (error) {
      const problem = error as Problem;
      setFaults(problem.faults);
      const other = problem.faults.find((f) => !["/distance", "/width", "/height"].includes(f.pointer));
      if (other) setTrouble(`${other.field} ${other.message}. ${other.accepted && `Accepted: ${other.accepted}.`}`);
      else if (problem.faults.length === 0) setTrouble(problem.message);
    }
  }

  async function sample(spot: Spot) {
    const answer = await unwrap(api.GET("/api/pictures/{sha}/colour", { params: { path: { sha: photo ?? "" }, query: { x: spot[0], y: spot[1] } } }));
    setColour(answer.colour);
  }

  const ready = photo !== null && (rectangle ? known.width && known.height : marks.length === 2 && known.distance);

  function click(spot: Spot) {
    if (doing === "marks") setMarks((now) => (now.length >= 2 ? [spot] : [...now, spot]));
    if (doing === "corners") setCorners((now) => (now.length >= 4 ? [spot] : [...now, spot]));
    if (doing === "near") setNear(spot);
    if (doing === "colour") void sample(spot);
    if (doing === "hand") {
      const next = [...places, spot];
      setPlaces(next);
      if (next.length >= 3 && ready) void ask(next);
    }
  }

  const photograph = { label: "Photograph of the thing", accept: "image/png,image/jpeg,image/tiff", onFile: (file: File) => void handIn(file) };
  return (
    <Dialog open onClose={onClose} title="Outline from a photograph" wide>
      <div className="grid grid-cols-[minmax(0,1fr)_15rem] gap-4">
        <div className="min-w-0">
          {photo ? (
            <Photo key={photo} sha={photo} marks={marks} corners={corners} near={near} places={places} onClick={click} onPlaces={setPlaces} onDone={(next) => void ask(next)} />
          ) : (
            <FileButton {...photograph} className="flex h-72 w-full flex-col items-center justify-center border border-dashed border-rule bg-board/40 text-soft hover:border-act">
              <FileImage size={28} aria-hidden />
              Hand in a photograph, taken straight from above on a plain ground
            </FileButton>
          )}
        </div>
        <div className="space-y-3">
          <div role="radiogroup" aria-label="What a click marks" onKeyDown={rove} className="flex flex-wrap gap-1">
            {DOING.map((d) => (
              <button key={d.key} type="button" role="radio" tabIndex={doing === d.key ? 0 : -1} aria-checked={doing === d.key} className={`btn ${doing === d.key ? "border-act bg-act-wash font-semibold text-act" : ""}`} onClick={() => setDoing(d.key)}>
                {d.label}
              </button>
            ))}
          </div>
          <p className="leading-snug text-soft">{DOING.find((d) => d.key === doing)?.say}</p>
          {doing === "corners" || rectangle ? (
            <div className="grid grid-cols-2 gap-2">
              <SizeLine label="Its width" unit={unit} value={known.width} onChange={(width) => setKnown((k) => ({ ...k, width }))} fault={faultAt("/width")} />
              <SizeLine label="Its height" unit={unit} value={known.height} onChange={(height) => setKnown((k) => ({ ...k, height }))} fault={faultAt("/height")} />
            </div>
          ) : (
            <SizeLine label="Distance of the two points" unit={unit} value={known.distance} onChange={(distance) => setKnown((k) => ({ ...k, distance }))} fault={faultAt("/distance")} />
          )}
          <button type="button" className="btn btn-act" disabled={!ready} onClick={() => void ask([])}>
            Find the outline
          </button>
          {places.length > 0 && (
            <button
              type="button"
              className="btn ml-1"
              onClick={() => {
                setPlaces([]);
                setFound(null);
              }}
            >
              Clear it
            </button>
          )}
          {found && (
            <p className="leading-snug">
              <Length shown={found.width} unit={unit} bare /> × <Length shown={found.height} unit={unit} />, {found.points.length} points.
              <span className="block text-[12.5px] text-soft">Drag a point; click on the line between two for another; Alt+click takes one away.</span>
            </p>
          )}
          {colour && (
            <p className="flex items-center gap-2">
              <span className="size-5 border border-ink/40" style={{ background: colour }} aria-hidden /> <span className="fig">{colour}</span>
              <button type="button" className="btn py-0" onClick={() => onEdit([{ op: "colour", item: input.item, colour }])}>
                Use this colour
              </button>
            </p>
          )}
          {trouble && (
            <p role="alert" className="leading-snug text-stop">
              {trouble}
            </p>
          )}
          <div className="flex flex-wrap gap-2 border-t border-rule pt-3">
            <button
              type="button"
              className="btn btn-act"
              disabled={!found}
              onClick={() => {
                if (found) onEdit([{ op: "outline", item: input.item, points: found.points as Spot[] }], false, (problem) => (problem ? setTrouble(problem.faults[0]?.message ?? problem.message) : onClose()));
              }}
            >
              Use this outline
            </button>
            {photo && (
              <FileButton {...photograph}>Another photograph…</FileButton>
            )}
          </div>
        </div>
      </div>
    </Dialog>
  );
}

interface PhotoProps {
  sha: string;
  marks: Spot[];
  corners: Spot[];
  near: Spot | null;
  places: Spot[];
  onClick: (spot: Spot) => void;
  onPlaces: (places: Spot[]) => void;
  onDone: (places: Spot[]) => void;
}

/** The photograph with what was marked on it; the outline's points can be taken hold of. */
function Photo({ sha, marks, corners, near, places, onClick, onPlaces, onDone }: PhotoProps) {
  const box = useRef<HTMLDivElement>(null);
  const held = useRef<{ index: number; places: Spot[] } | null>(null);

  function spotOf(event: { clientX: number; clientY: number }): Spot {
    const rect = box.current?.getBoundingClientRect();
    if (!rect) return [0, 0];
    return [(event.clientX - rect.left) / rect.width, (event.clientY - rect.top) / rect.height];
  }
  const at = ([x, y]: Spot) => `${x * 1000},${y * 1000}`;

  function drag(index: number) {
    return {
      onPointerDown: (event: PointerEvent<SVGCircleElement>) => {
        event.stopPropagation();
        if (event.altKey) {
          const left = places.filter((_, i) => i !== index);
          if (left.length >= 3) onDone(left);
          return;
        }
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = { index, places };
      },
      onPointerMove: (event: PointerEvent) => {
        if (held.current?.index !== index) return;
        const next = held.current.places.map((p, i) => (i === index ? spotOf(event) : p));
        held.current.places = next;
        onPlaces(next);
      },
      onPointerUp: () => {
        const done = held.current;
        held.current = null;
        if (done) onDone(done.places);
      },
      onClick: (event: MouseEvent) => event.stopPropagation(),
    };
  }

  return (
    <div ref={box} className="paper relative inline-block max-w-full cursor-crosshair select-none" onClick={(event) => onClick(spotOf(event))} data-photo={sha}>
      <img src={`/api/pictures/${sha}/small`} alt="The thing, photographed" className="block max-h-[27rem] max-w-full" draggable={false} />
      <svg viewBox="0 0 1000 1000" preserveAspectRatio="none" className="pointer-events-none absolute inset-0 h-full w-full overflow-visible" aria-hidden>
        {places.length > 2 && (
          <>
            <polygon points={places.map(at).join(" ")} fill="var(--color-act)" fillOpacity={0.14} stroke="var(--color-act)" strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
            {places.map((p, i) => {
              const q = places[(i + 1) % places.length] as Spot;
              return (
                <line
                  key={i} x1={p[0] * 1000} y1={p[1] * 1000} x2={q[0] * 1000} y2={q[1] * 1000} stroke="transparent" strokeWidth={9} vectorEffect="non-scaling-stroke" className="pointer-events-auto cursor-copy"
                  onClick={(event) => {
                    event.stopPropagation();
                    onDone([...places.slice(0, i + 1), spotOf(event), ...places.slice(i + 1)]);
                  }}
                />
              );
            })}
          </>
        )}
        {marks.length === 2 && <line x1={(marks[0] as Spot)[0] * 1000} y1={(marks[0] as Spot)[1] * 1000} x2={(marks[1] as Spot)[0] * 1000} y2={(marks[1] as Spot)[1] * 1000} stroke="var(--color-stop)" strokeWidth={1.5} vectorEffect="non-scaling-stroke" />}
        {corners.length > 1 && <polygon points={corners.map(at).join(" ")} fill="none" stroke="var(--color-stop)" strokeWidth={1.5} strokeDasharray="5 3" vectorEffect="non-scaling-stroke" />}
      </svg>
      {[...marks.map((m): [Spot, string] => [m, "bg-stop"]), ...corners.map((m): [Spot, string] => [m, "bg-stop"]), ...(near ? [[near, "bg-moss"] as [Spot, string]] : [])].map(([m, tone], i) => (
        <span key={i} className={`pointer-events-none absolute size-2 -translate-x-1/2 -translate-y-1/2 border border-sheet ${tone}`} style={{ left: `${m[0] * 100}%`, top: `${m[1] * 100}%` }} />
      ))}
      <svg className="pointer-events-none absolute inset-0 h-full w-full overflow-visible" aria-hidden>
        {places.map((p, i) => (
          <circle key={i} cx={`${p[0] * 100}%`} cy={`${p[1] * 100}%`} r={4} fill="var(--color-sheet)" stroke="var(--color-act)" strokeWidth={1.4} className="pointer-events-auto cursor-move" style={{ touchAction: "none" }} {...drag(i)} />
        ))}
      </svg>
    </div>
  );
}
