import { useState } from "react";
import { api, Problem, unwrap } from "../api/client";
import type { Piece } from "../api/types";
import type { PieceWork } from "../piece/usePiece";

const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** The newest state can't be worked out: says which, shows that an older one is seen, and goes on from that one. */
export function Stuck({ piece, query, onBack }: { piece: Piece; query: PieceWork["query"]; onBack: (piece: Piece) => void }) {
  const [trouble, setTrouble] = useState("");
  const stuck = piece.stuck;
  if (!stuck) return null;
  async function back(state: number) {
    try {
      onBack(await unwrap(api.POST("/api/pieces/{piece_id}/restore", { params: { path: { piece_id: piece.id }, query: query() }, body: { version: piece.version, state } })));
    } catch (error) {
      setTrouble((error as Problem).message);
    }
  }
  return (
    <div role="alert" className="flex items-baseline gap-3 border-l-4 border-l-stop bg-stop-wash px-3 py-2 leading-snug">
      <p>
        <b>The newest state can’t be worked out</b> since “{stuck.change}”, {WHEN.format(new Date(stuck.saved_at))}. You see the one before it, from “{stuck.shown_change}”; whatever you change goes on from here.
        Nothing is lost: the newer one stays in the history. {trouble}
      </p>
      <button type="button" className="btn ml-auto shrink-0" onClick={() => void back(stuck.shown)}>
        Restore this one
      </button>
    </div>
  );
}

/** Pictures a file spoke of that this shop has not. */
export function MissingPictures({ names, onHeard }: { names: string[]; onHeard: () => void }) {
  if (!names.length) return null;
  return (
    <p role="status" className="border-l-4 border-l-caution bg-caution-wash px-3 py-2 leading-snug">
      {names.length > 1 ? "Pictures" : "A picture"} of this file {names.length > 1 ? "are" : "is"} not in this shop: {names.join(", ")}. A piece file holds no pictures: hand {names.length > 1 ? "them" : "it"} in again where{" "}
      {names.length > 1 ? "they are" : "it is"} needed.
      <button type="button" className="ml-2 text-act underline" onClick={onHeard}>
        Dismiss
      </button>
    </p>
  );
}
