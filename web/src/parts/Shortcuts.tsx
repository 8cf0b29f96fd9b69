import { useState } from "react";
import { Dialog } from "./Dialog";
import { lettersOff, turnLetters } from "./keys";

const KEYS: [string, string][] = [
  ["1 – 7", "The stages, in the order of the work"],
  ["M  F  S  B", "As measured, face, section, back drawn large"],
  ["W", "Other ways of showing it, side by side"],
  ["U", "Millimetres or inches"],
  ["Tab, Enter", "On to the next field"],
  ["Shift+Enter", "Read the same size once more"],
  ["Arrows", "Nudge a part or a field by 1 mm or 1/16 in; with Shift 10 mm or 1/2 in. In a row or a list: on to the next"],
  ["Shift+click, Ctrl+A", "Select more things, all of them"],
  ["T  L  R  G  V  Q  C", "Arranging: tops, left or right edges in line, same gaps across or down, a quarter turn, centred"],
  ["Alt while dragging", "Not drawn to lines and equal gaps"],
  ["Delete", "Take the thing out"],
  ["Ctrl+Z", "Undo"],
  ["Ctrl+Shift+Z", "Redo"],
  ["/", "Search the rack"],
  ["Esc", "Close; give up what is being typed"],
  ["?", "This list"],
];

export function Shortcuts({ open, onClose }: { open: boolean; onClose: () => void }) {
  const [off, setOff] = useState(lettersOff);
  return (
    <Dialog open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[9rem_1fr] gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="fig">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex items-center gap-2">
        <input
          type="checkbox"
          checked={!off}
          onChange={(event) => {
            turnLetters(!event.target.checked);
            setOff(!event.target.checked);
          }}
        />
        Keys of one letter or digit do something; each has a press beside it
      </label>
      <p className="mt-4 text-soft">
        Lengths can be typed as 640, 64 cm, 25 3/16, 25½, 2' 1 3/16", or as a sum: 640 - 2*12. A + or - behind a reading means a little over or under the mark.
      </p>
    </Dialog>
  );
}
