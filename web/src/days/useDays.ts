import { useMutation, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { api, unwrap, type Problem } from "../api/client";
import type { Do } from "../api/types";
import { uniqueId } from "../piece/outbox";

/** A day and the days from it on; today where none is named. It follows what others do. */
export function useDays(day: string | null, many: number) {
  return useQuery({
    queryKey: ["days", day, many],
    queryFn: ({ signal }) => unwrap(api.GET("/api/days", { params: { query: { ...(day ? { day } : {}), many } }, signal })),
    placeholderData: (before) => before,
    // Somebody else ticks something off, or a search comes to an end.
    refetchInterval: (query) => (query.state.data?.search ? 1000 : 15_000),
  });
}

/** Everything that tells of days is asked again: a tick here moves what is shown there. */
export function daysChanged(client: QueryClient): Promise<unknown> {
  return Promise.all([["days"], ["ready"], ["cards-ready"], ["bench"], ["timers"]].map((queryKey) => client.invalidateQueries({ queryKey })));
}

export type Done = { piece: string; key: string } & Partial<Do> & Pick<Do, "do">;

/** Begin, pause, end or undo an operation. It is sent again under its own name until it is answered, and counts once. */
export function useDo() {
  const client = useQueryClient();
  return useMutation<unknown, Problem, Done>({
    mutationFn: ({ piece, key, ...body }: Done) => unwrap(api.POST("/api/pieces/{piece_id}/operations/{key}", { params: { path: { piece_id: piece, key } }, body: { hand: "", ago: 0, sent: uniqueId(), ...body } })),
    onSettled: () => daysChanged(client),
  });
}

/** The hour and minute of a moment in the shop’s own time, as it is written in its offset. */
export function clock(moment: string): string {
  return moment.slice(11, 16).replace(/^0/, "");
}
