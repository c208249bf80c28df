import { useDrag } from "@use-gesture/react";
import type { KeyboardEvent } from "react";
import type { Flat } from "./projection.ts";

/** A handle as it is seen, and the circle round it that takes a finger. */
const HANDLE_PX = 8;
const GRIP_PX = 22;
const ARROWS: Readonly<Record<string, Flat>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

interface HandleProps {
  readonly name: string;
  readonly at: Flat;
  /** What a screen reader says of where it is. */
  readonly words: string;
  /** Where it is along the axis a slider must have, inches or degrees. */
  readonly now: number;
  readonly kind: "end" | "way";
  /** Inches on screen, for turning pixels into inches. */
  readonly pxPerIn: () => number;
  /** Inches that a pixel takes, for sizes that stay the same on the screen. */
  readonly inPerPx: number;
  readonly onGrab: () => void;
  /** By how much it was pulled since the last call, in the drawing's inches. */
  readonly onPull: (by: Flat) => void;
  /** Arrow keys: a direction of one step, and whether Shift makes it large. */
  readonly onNudge: (step: Flat, isLarge: boolean) => void;
}

/** Something on the setup that is pulled by pointer or touch, or nudged by arrow keys. */
export function Handle({
  name,
  at,
  words,
  now,
  kind,
  pxPerIn,
  inPerPx,
  onGrab,
  onPull,
  onNudge,
}: HandleProps) {
  const bind = useDrag(
    ({ delta: [dx, dy], first }) => {
      if (first) onGrab();
      const px = pxPerIn();
      if (px > 0 && (dx !== 0 || dy !== 0)) onPull([dx / px, dy / px]);
    },
    { pointer: { keys: false } },
  );
  const onKeyDown = (event: KeyboardEvent) => {
    const step = ARROWS[event.key];
    if (step === undefined) return;
    event.preventDefault();
    onGrab();
    onNudge(step, event.shiftKey);
  };
  const [u, v] = at;
  const size = HANDLE_PX * inPerPx;
  return (
    <g
      {...bind()}
      data-handle={name}
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuenow={now}
      aria-valuetext={words}
      onKeyDown={onKeyDown}
    >
      {kind === "end" ? (
        <circle className="bench-handle" cx={u} cy={v} r={size} />
      ) : (
        <path
          className="bench-handle"
          d={`M${u} ${v - size} l${size} ${size} l${-size} ${size} l${-size} ${-size} Z`}
        />
      )}
      <circle className="bench-grip" cx={u} cy={v} r={GRIP_PX * inPerPx} />
    </g>
  );
}
