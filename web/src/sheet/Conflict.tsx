import type { Difference } from "../api/client";
import { Dialog } from "../parts/Dialog";

/** Somebody else saved first: both sides, and a choice. */
export function Conflict({ conflict, onTheirs, onMine }: { conflict: { differences: Difference[] }; onTheirs: () => void; onMine: () => void }) {
  return (
    <Dialog open onClose={onTheirs} title="Somebody saved this piece meanwhile">
      <p>Nothing of yours was saved over theirs. This is where the two part:</p>
      <table className="mt-3 w-full">
        <thead className="text-left text-soft">
          <tr className="border-b-2 border-ink">
            <th className="py-1 font-medium" />
            <th className="py-1 text-right font-medium">Theirs</th>
            <th className="py-1 text-right font-medium">Yours</th>
          </tr>
        </thead>
        <tbody>
          {conflict.differences.map((d) => (
            <tr key={d.label} className="border-b border-rule">
              <td className="py-1">{d.label}</td>
              <td className="fig py-1 text-right">{d.theirs}</td>
              <td className="fig py-1 text-right">{d.yours}</td>
            </tr>
          ))}
          {conflict.differences.length === 0 && (
            <tr>
              <td colSpan={3} className="py-1 text-soft">
                The lengths are the same; words or choices differ.
              </td>
            </tr>
          )}
        </tbody>
      </table>
      <div className="mt-4 flex gap-2">
        <button type="button" className="btn btn-act" onClick={onTheirs}>
          Take theirs
        </button>
        <button type="button" className="btn" onClick={onMine}>
          Make my change on top of theirs
        </button>
      </div>
    </Dialog>
  );
}
