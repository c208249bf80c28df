import { type RefObject, useEffect, useState } from "react";

/** Scale taken until the drawing has been measured, pixels to an inch: that of a phone. */
const FIRST_PX_PER_IN = 20;

/** Returns how many pixels an inch of a drawing takes now. */
export function scaleOf(svg: SVGSVGElement): number {
  return svg.getScreenCTM()?.a ?? 0;
}

/** How many of a drawing's inches a pixel takes, so that words and handles keep their size whatever is drawn. */
export function useInchesPerPixel(
  svg: RefObject<SVGSVGElement | null>,
  width: number,
  height: number,
): number {
  const [pxPerIn, setPxPerIn] = useState(FIRST_PX_PER_IN);
  // Measured anew when the frame or the drawing's own extent changes.
  useEffect(() => {
    const drawn = svg.current;
    if (drawn === null || !(width > 0 && height > 0)) return;
    const measure = () => {
      const now = scaleOf(drawn);
      if (now > 0) setPxPerIn(now);
    };
    const sizes = new ResizeObserver(measure);
    sizes.observe(drawn);
    measure();
    return () => sizes.disconnect();
  }, [svg, width, height]);
  return 1 / pxPerIn;
}
