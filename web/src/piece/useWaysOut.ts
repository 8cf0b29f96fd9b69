import { useQuery } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import type { Piece, TriedWay } from "../api/types";

/** The ways out that hold of a piece as it stands, tried by the server once nothing is being typed; undefined until they are there. */
export function useWaysOut(piece: Piece | null, calm: boolean): Record<string, TriedWay[]> | undefined {
  const id = piece?.id ?? "";
  const { data } = useQuery({
    // Another version or another shop is another plan: the first two steps of its mark.
    queryKey: ["ways-out", id, piece?.version, ...(piece?.mark.split("/").slice(0, 2) ?? [])],
    queryFn: () => unwrap(api.GET("/api/pieces/{piece_id}/ways-out", { params: { path: { piece_id: id } } })),
    enabled: calm && (piece?.plan.checks.some((check) => check.ways.length > 0 || check.severity === "stop") ?? false),
    staleTime: Infinity,
  });
  return data?.version === piece?.version ? data?.checks : undefined;
}
