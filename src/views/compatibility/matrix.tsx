import { useCallback, useEffect, useRef } from "react";
import { LETTER_WORDS } from "../../labels/compatibility.ts";
import {
  type Cell,
  cellAt,
  extentOf,
  type GridEnd,
  letterAt,
  type ShownEnds,
  scrollTo,
  stepFrom,
  type Viewport,
} from "./grid-model.ts";
import { type Inks, inksOf, paint } from "./paint.ts";

interface MatrixProps {
  readonly ends: readonly GridEnd[];
  readonly rows: readonly string[];
  readonly shown: ShownEnds;
  readonly chosen: Cell | null;
  readonly onChoose: (cell: Cell) => void;
}

function viewOf(scroller: HTMLElement): Viewport {
  return {
    scrollLeft: scroller.scrollLeft,
    scrollTop: scroller.scrollTop,
    width: scroller.clientWidth,
    height: scroller.clientHeight,
  };
}

/** The scrolled matrix: one canvas as large as its window, painted again as it scrolls. */
export function Matrix({ ends, rows, shown, chosen, onChoose }: MatrixProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const inks = useRef<Inks | null>(null);
  const extent = extentOf(shown);

  const repaint = useCallback(() => {
    const [box, sheet] = [scroller.current, canvas.current];
    const brush = sheet?.getContext("2d");
    if (!box || !sheet || !brush) return;
    const view = viewOf(box);
    const ratio = window.devicePixelRatio;
    const [width, height] = [Math.round(view.width * ratio), Math.round(view.height * ratio)];
    if (sheet.width !== width || sheet.height !== height) {
      sheet.width = width;
      sheet.height = height;
    }
    inks.current ??= inksOf(box);
    paint(brush, { ends, rows, shown, view, chosen, inks: inks.current, ratio });
  }, [ends, rows, shown, chosen]);

  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    let asked = 0;
    const ask = () => {
      cancelAnimationFrame(asked);
      asked = requestAnimationFrame(repaint);
    };
    const recolour = () => {
      inks.current = null;
      ask();
    };
    const scheme = window.matchMedia("(prefers-color-scheme: dark)");
    const sizes = new ResizeObserver(ask);
    sizes.observe(box);
    box.addEventListener("scroll", ask, { passive: true });
    scheme.addEventListener("change", recolour);
    document.fonts.ready.then(ask, ask);
    ask();
    return () => {
      cancelAnimationFrame(asked);
      sizes.disconnect();
      box.removeEventListener("scroll", ask);
      scheme.removeEventListener("change", recolour);
    };
  }, [repaint]);

  useEffect(() => {
    const box = scroller.current;
    if (box && chosen) box.scrollTo(scrollTo(shown, viewOf(box), chosen));
  }, [shown, chosen]);

  const told =
    chosen === null
      ? ""
      : `${ends[chosen.row]?.name} with ${ends[chosen.column]?.name}: ${LETTER_WORDS[letterAt(rows, chosen)]}`;
  return (
    <>
      <div
        ref={scroller}
        className="relative h-matrix min-h-80 overflow-auto border-2 border-rule"
        role="application"
        aria-label="Matrix of ends. Arrow keys move, Page Up and Down by twelve, Home and End along the row."
        aria-describedby="matrix-cell"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: the matrix is moved through by keys
        tabIndex={0}
        data-matrix
        onKeyDown={(event) => {
          const next = stepFrom(shown, chosen, event.key);
          if (next === null) return;
          event.preventDefault();
          onChoose(next);
        }}
        onClick={(event) => {
          const box = scroller.current;
          if (!box) return;
          const frame = box.getBoundingClientRect();
          const cell = cellAt(
            shown,
            viewOf(box),
            event.clientX - frame.left - box.clientLeft,
            event.clientY - frame.top - box.clientTop,
          );
          if (cell !== null) onChoose(cell);
        }}
      >
        <svg
          className="pointer-events-none absolute left-0 top-0"
          width={extent.width}
          height={extent.height}
          aria-hidden="true"
        />
        <canvas ref={canvas} className="sticky left-0 top-0 block h-full w-full" />
      </div>
      <p id="matrix-cell" className="sr-only" aria-live="polite">
        {told}
      </p>
    </>
  );
}
