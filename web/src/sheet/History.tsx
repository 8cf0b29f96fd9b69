import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import type { Piece } from "../api/types";
import { Dialog } from "../parts/Dialog";

/** Every state a piece had, newest first; any can be got back, as a change of its own. */
export function History({ piece, onClose, onCame }: { piece: Piece; onClose: () => void; onCame: (piece: Piece) => void }) {
  const { data } = useQuery({
    queryKey: ["history", piece.id, piece.version],
    queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/history", { params: { path: { piece_id: piece.id } } })),
  });
  async function back(state: number) {
    onCame(await unwrap(api.POST("/api/pieces/{piece_id}/restore", { params: { path: { piece_id: piece.id } }, body: { version: piece.version, state } })));
    onClose();
  }
  return (
    <Dialog open onClose={onClose} title="Every state it had">
      <ol className="scroll max-h-[60vh] divide-y divide-rule">
        {(data ?? []).map((s) => (
          <li key={s.state} className="flex items-baseline justify-between gap-3 py-1">
            <span className={s.current ? "font-semibold" : ""}>{s.change}</span>
            <span className="fig ml-auto text-[13px] text-soft">{new Date(s.saved_at).toLocaleString()}</span>
            {s.current ? (
              <span className="w-20 text-right text-moss">stands</span>
            ) : (
              <button type="button" className="w-20 text-right text-act hover:underline" onClick={() => void back(s.state)}>
                Get back
              </button>
            )}
          </li>
        ))}
      </ol>
    </Dialog>
  );
}
