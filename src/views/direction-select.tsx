import type { Vector } from "../core/geometry/index.ts";
import { SelectField } from "../ui/field.tsx";
import { WAYS, wayOf } from "./line/line-state.ts";

interface WayPickProps {
  readonly label: string;
  readonly way: Vector;
  /** What a direction between the usual ones is called. */
  readonly otherwise: string;
  readonly onChange: (way: Vector) => void;
}

/** Which way a line leaves an end: one of the usual ones, or as it was drawn. */
export function DirectionSelect({ label, way, otherwise, onChange }: WayPickProps) {
  const now = wayOf(way);
  return (
    <SelectField
      label={label}
      options={[
        ...WAYS.map(([key, words]) => [key, words] as const),
        ...(now === "other" ? ([["other", otherwise]] as const) : []),
      ]}
      value={now}
      onChange={(key) => {
        const direction = WAYS.find(([each]) => each === key);
        if (direction) onChange(direction[2]);
      }}
    />
  );
}
