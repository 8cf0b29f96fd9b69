import { useId, useState } from "react";
import { useLeaving } from "../fields/useLeaving";

/** What must not be forgotten about the piece, in words; saved when it is left. */
export function Note({ value, onWrite }: { value: string; onWrite: (text: string) => void }) {
  const id = useId();
  const [text, setText] = useState<string | null>(null);

  function leave() {
    if (text !== null && text !== value) onWrite(text);
    setText(null);
  }
  useLeaving(leave);
  return (
    <div className="p-3 pt-0">
      <label htmlFor={id} className="mb-1.5 block border-b border-rule pb-0.5 font-semibold">
        Note
      </label>
      <textarea
        id={id}
        className="field min-h-24 leading-snug"
        maxLength={4000}
        placeholder="what must never happen to it, what the owner wants"
        value={text ?? value}
        onChange={(event) => setText(event.target.value)}
        onBlur={leave}
      />
    </div>
  );
}
