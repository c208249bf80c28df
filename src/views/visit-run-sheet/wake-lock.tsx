import { useEffect, useState } from "react";

/** Keeps the screen on while the sheet is worked from, if the device can. */
export function WakeLock() {
  const [isOn, setOn] = useState(false);
  const [can, setCan] = useState(false);
  useEffect(() => setCan("wakeLock" in navigator), []);
  useEffect(() => {
    if (!isOn) return;
    let lock: WakeLockSentinel | null = null;
    const hold = () => {
      // A hidden page loses its lock: it is asked for again when the page is back.
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock
        .request("screen")
        .then((got) => {
          lock = got;
        })
        .catch(() => setOn(false));
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, [isOn]);
  if (!can) return null;
  return (
    <button type="button" className="button" aria-pressed={isOn} onClick={() => setOn(!isOn)}>
      {isOn ? "Screen stays on ✓" : "Keep the screen on"}
    </button>
  );
}
