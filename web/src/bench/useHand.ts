import { useState } from "react";

const KEY = "shadbo.hand";

/** Whose hands stand before this screen: chosen once and kept in this browser. */
export function useHand(hands: readonly string[]): [string, (hand: string) => void] {
  const [kept, setKept] = useState(() => {
    try {
      return localStorage.getItem(KEY) ?? "";
    } catch {
      return "";
    }
  });
  return [
    hands.includes(kept) ? kept : (hands[0] ?? ""),
    (hand) => {
      setKept(hand);
      try {
        localStorage.setItem(KEY, hand);
      } catch {
        // It is asked again next time.
      }
    },
  ];
}
