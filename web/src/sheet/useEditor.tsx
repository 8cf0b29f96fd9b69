import { useCallback } from "react";
import type { Edit, Input, Unit } from "../api/types";
import type { Place } from "../drawing/Marks";
import { TapeField } from "../fields/TapeField";
import type { PieceWork } from "../piece/usePiece";

/** Draws the field that is typed over a number of the drawing, or at a place that was not read yet. */
export function useEditor({ edit, tryOut, dropTrial, undo }: PieceWork, inputs: readonly Input[] | undefined, unit: Unit) {
  return useCallback(
    (place: Place, close: () => void) => {
      const field = { autoFocus: true, labelHidden: true, unit, onDrop: dropTrial, onUndo: undo, onLeave: close } as const;
      if (!("figure" in place)) {
        const edits = (text: string): Edit[] => ("side" in place ? [{ op: "station", side: place.side, at: place.at, text, unit }] : [{ op: "type", pointer: place.pointer, text, unit }]);
        return <TapeField {...field} once optional label={place.label} shown={null} onTry={(text) => tryOut(edits(text))} onCommit={(text, goesOn, settle) => edit(edits(text), goesOn, settle)} />;
      }
      const { figure } = place;
      const input = inputs?.find((i) => i.kind === "length" && i.pointer === figure.edit);
      const pointer = figure.edit ?? "";
      return (
        <TapeField
          {...field}
          label={figure.label}
          shown={figure.shown ?? null}
          typed={input?.kind === "length" && input.tape === unit ? input.typed : null}
          onTry={(text) => tryOut([{ op: "type", pointer, text, unit }])}
          onCommit={(text, goesOn, settle) => edit([{ op: "type", pointer, text, unit }], goesOn, settle)}
          onNudge={(steps, coarse) => edit([{ op: "nudge", pointer, steps, coarse, unit }], true)}
        />
      );
    },
    [inputs, unit, tryOut, edit, dropTrial, undo],
  );
}
