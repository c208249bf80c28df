import { useEffect, useState } from "react";
import { keepScale, NOMINAL, readScale, type ScreenScale } from "./scale.ts";

/** The screen's scale and how to set it; follows a change of zoom. */
export function useScreenScale(): readonly [ScreenScale, (pxPerIn: number) => void] {
  const [scale, setScale] = useState<ScreenScale>(NOMINAL);
  useEffect(() => {
    const read = () => setScale(readScale(window.localStorage, window.devicePixelRatio));
    read();
    window.addEventListener("resize", read);
    return () => window.removeEventListener("resize", read);
  }, []);
  return [scale, (pxPerIn) => setScale(keepScale(window.localStorage, pxPerIn, window.devicePixelRatio))];
}
