import { useInfiniteQuery } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import type { Piece } from "../api/types";
import { Dialog } from "../parts/Dialog";
import type { PieceWork } from "../piece/usePiece";

// States fetched at a time.
const PAGE = 100;

/** The states a piece had, newest first; any can be got back, as a change of its own. */
export function History({ piece, query, onClose, onCame }: { piece: Piece; query: PieceWork["query"]; onClose: () => void; onCame: (piece: Piece) => void }) {
  const states = useInfiniteQuery({
    queryKey: ["history", piece.id, piece.version],
    queryFn: ({ pageParam }) => unwrap(api.GET("/api/pieces/{piece_id}/history", { params: { path: { piece_id: piece.id }, query: { before: pageParam, most: PAGE } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => (page.length < PAGE ? undefined : page.at(-1)?.state),
  });
  async function back(state: number) {
    onCame(await unwrap(api.POST("/api/pieces/{piece_id}/restore", { params: { path: { piece_id: piece.id }, query: query() }, body: { version: piece.version, state } })));
    onClose();
  }
  return (
    <Dialog open onClose={onClose} title="History">
      <ol className="scroll overflow-y-auto max-h-[60vh] divide-y divide-rule">
        {states.data?.pages.flat().map((s) => (
          <li key={s.state} className="flex items-baseline justify-between gap-3 py-1">
            <span className={s.current ? "font-semibold" : ""}>{s.change}</span>
            <span className="fig ml-auto text-[13px] text-soft">{new Date(s.saved_at).toLocaleString()}</span>
            {s.current ? (
              <span className="w-20 text-right text-moss">stands</span>
            ) : (
              <button type="button" className="w-20 text-right text-act hover:underline" onClick={() => void back(s.state)}>
                Restore
              </button>
            )}
          </li>
        ))}
        {states.hasNextPage && (
          <li className="py-1">
            <button type="button" className="text-act hover:underline" onClick={() => void states.fetchNextPage()}>
              Earlier ones
            </button>
          </li>
        )}
      </ol>
    </Dialog>
  );
}
