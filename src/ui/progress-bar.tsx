interface ProgressBarProps {
  readonly label: string;
  /** What is done, of `max`. */
  readonly value: number;
  readonly max?: number;
}

/** How far work has come. */
export function ProgressBar({ label, value, max = 1 }: ProgressBarProps) {
  return <progress className="progress-bar" value={value} max={max} aria-label={label} />;
}
