import type { Edit, Preview, Say, Unit } from "../api/types";
import { Sentence } from "../fields/Length";
import { useAskFirst } from "../parts/askFirst";
import { Dialog } from "../parts/Dialog";

/** A way out that is being looked at: what it says, what it would do, and the edits that do it. */
export interface LookedAt {
  check: string;
  index: number;
  say: Say;
  edits: Edit[];
  preview: Preview;
}

/** Over the whole sheet while a way out is only looked at; who goes elsewhere is asked what becomes of it. */
export function Looked({ at, unit, onDo, onLeave, onStay }: { at: LookedAt; unit: Unit; onDo: () => void; onLeave: () => void; onStay: () => void }) {
  const { goOn, stay } = useAskFirst();
  function stayHere() {
    stay();
    onStay();
  }
  function after(first: () => void) {
    first();
    goOn?.();
  }
  return (
    <>
      <p role="status" className="border-y border-act bg-act-wash px-3 py-1 leading-snug">
        <b>Only looked at, nothing is saved:</b> <Sentence say={at.say} unit={unit} />
      </p>
      <Dialog open={goOn !== null} onClose={stayHere} title="This is only looked at">
        <p className="leading-snug">
          <Sentence say={at.say} unit={unit} />
        </p>
        <div className="mt-4 flex flex-wrap gap-2">
          <button type="button" className="btn btn-act" onClick={() => after(onDo)}>
            Do it, then go on
          </button>
          <button type="button" className="btn" onClick={() => after(onLeave)}>
            Leave it, and go on
          </button>
          <button type="button" className="btn" onClick={stayHere}>
            Stay here
          </button>
        </div>
      </Dialog>
    </>
  );
}
