import { useEffect } from "react";

/** Keeps the screen on while it is worked from, where the browser can; taken up again when the page is looked at again. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let over = false;
    async function take() {
      if (document.visibilityState !== "visible" || !("wakeLock" in navigator)) return;
      try {
        const taken = await navigator.wakeLock.request("screen");
        if (over) await taken.release();
        else lock = taken;
      } catch {
        // The battery is low, or it isn’t allowed: the screen goes off as it always does.
      }
    }
    const again = () => void take();
    again();
    document.addEventListener("visibilitychange", again);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, []);
}
