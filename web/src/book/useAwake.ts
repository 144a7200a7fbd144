import { useEffect, useState } from "react";

/** Keeps the screen awake while the book is looked at, where the phone lets it. */
export function useAwake(): "on" | "off" {
  const [state, setState] = useState<"on" | "off">("on");
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (gone) void lock.release();
        setState("on");
      } catch {
        setState("off");
      }
    };
    void hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, []);
  return state;
}
