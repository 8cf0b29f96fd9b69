import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, unwrap } from "../api/client";
import type { Timer } from "../api/types";

/** The waits that run, as the server has them: they outlast the page, the tablet’s sleep and the server. `left` is in seconds. */
export function useTimers(): (Timer & { left: number })[] {
  const found = useQuery({
    queryKey: ["timers"],
    queryFn: async ({ signal }) => {
      const told = await unwrap(api.GET("/api/timers", { signal }));
      // How far this machine’s clock is from the shop’s.
      return { timers: told.timers, ahead: Date.now() - Date.parse(told.now) };
    },
    refetchInterval: 20_000,
  });
  const [now, setNow] = useState(() => Date.now());
  const running = (found.data?.timers.length ?? 0) > 0;
  useEffect(() => {
    if (!running) return;
    const beat = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(beat);
  }, [running]);
  const ahead = found.data?.ahead ?? 0;
  const timers = (found.data?.timers ?? []).map((t) => {
    const left = Math.round((Date.parse(t.until) - (now - ahead)) / 1000);
    return { ...t, left, over: left <= 0 };
  });
  // What ran while it was looked at and is over now is told: by a sound, and where it is allowed by the system.
  const ran = useRef(new Set<string>());
  useEffect(() => {
    for (const t of timers) {
      const name = t.piece + t.key;
      if (!t.over) ran.current.add(name);
      else if (ran.current.delete(name)) tell(`${t.name}: the wait after “${t.title}” is over`);
    }
  });
  return timers;
}

function tell(words: string): void {
  try {
    const sound = new AudioContext();
    const tone = sound.createOscillator();
    const loud = sound.createGain();
    tone.frequency.value = 660;
    loud.gain.setValueAtTime(0.2, sound.currentTime);
    loud.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 1.2);
    tone.connect(loud).connect(sound.destination);
    tone.start();
    tone.stop(sound.currentTime + 1.2);
  } catch {
    // No sound here: it is told on the screen.
  }
  try {
    if (typeof Notification !== "undefined" && Notification.permission === "granted") new Notification(words);
  } catch {
    // Nor is there a place for notices.
  }
}

/** How long, as on a kitchen clock: 4:05, 1:20:00, 3 days. */
export function leftText(seconds: number): string {
  if (seconds > 48 * 3600) return `${Math.round(seconds / 86400)} days`;
  const two = (n: number) => String(n).padStart(2, "0");
  const h = Math.floor(seconds / 3600);
  const m = Math.floor(seconds / 60) % 60;
  return h ? `${h}:${two(m)}:${two(seconds % 60)}` : `${m}:${two(seconds % 60)}`;
}
