import { useMutation, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { api, unwrap, type Problem } from "../api/client";
import type { Noted } from "../api/types";
import { daysChanged } from "../days/useDays";
import { uniqueId } from "../piece/outbox";

/** What was put down of a piece at the bench, and a way to put more down or take it back. */
export function useNoted(piece: string) {
  const client = useQueryClient();
  const path = { piece_id: piece };
  const key = ["noted", piece];
  const found = useQuery({ queryKey: key, queryFn: ({ signal }) => unwrap(api.GET("/api/pieces/{piece_id}/noted", { params: { path }, signal })) });
  const again = () => client.invalidateQueries({ queryKey: key });
  const put = useMutation<unknown, Problem, Partial<Noted> & Pick<Noted, "what">>({
    mutationFn: (note) => unwrap(api.POST("/api/pieces/{piece_id}/noted", { params: { path }, body: { id: uniqueId(), hand: "", step: "", part: "", text: "", ...note } })),
    onSuccess: again,
  });
  const strike = useMutation<unknown, Problem, string>({
    mutationFn: (note_id) => unwrap(api.DELETE("/api/pieces/{piece_id}/noted/{note_id}", { params: { path: { ...path, note_id } } })),
    onSuccess: again,
  });
  return { notes: found.data ?? [], put, strike };
}

/** What went wrong with the one before, by the step where it did. */
export function useLastTime(piece: string) {
  const path = { piece_id: piece };
  return useQuery({ queryKey: ["last-time", piece], queryFn: ({ signal }) => unwrap(api.GET("/api/pieces/{piece_id}/last-time", { params: { path }, signal })), staleTime: 60_000 });
}

/** A piece went off the rack, or came back to it. */
export function recordsChanged(client: QueryClient): Promise<unknown> {
  return Promise.all([["rack"], ["records"], ["record"], ["hands"], ["piece"]].map((queryKey) => client.invalidateQueries({ queryKey })).concat(daysChanged(client) as Promise<void>));
}

/** A handed-over piece is taken in again, for a repair or a change. */
export function useTakeInAgain(then: (piece: string) => void) {
  const client = useQueryClient();
  return useMutation<unknown, Problem, string>({
    mutationFn: (piece_id) => unwrap(api.POST("/api/pieces/{piece_id}/take-in-again", { params: { path: { piece_id } } })),
    onSuccess: async (_, piece) => {
      await recordsChanged(client);
      then(piece);
    },
  });
}
