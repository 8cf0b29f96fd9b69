import { useQuery } from "@tanstack/react-query";
import { useCallback } from "react";
import { api, unwrap } from "../api/client";
import { dateText, dayText } from "./dates";

/** The shop and its settings; fetched once, and again after they were changed. */
export function useShop() {
  return useQuery({ queryKey: ["shop"], queryFn: () => unwrap(api.GET("/api/shop")) });
}

/** Writes a day of these weeks as the shop does, with its weekday. */
export function useDayText(): (iso: string) => string {
  const style = useShop().data?.dates ?? "day";
  return useCallback((iso: string) => dayText(iso, style), [style]);
}

/** Writes a day as the shop does. */
export function useDateText(): (iso: string) => string {
  const style = useShop().data?.dates ?? "day";
  return useCallback((iso: string) => dateText(iso, style), [style]);
}
