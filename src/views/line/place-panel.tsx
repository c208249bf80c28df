import { type ClockPosition, clockDirection } from "../../core/line/index.ts";
import { WALL_SIDES } from "../../core/survey/index.ts";
import { SelectField } from "../../ui/field.tsx";
import { DirectionSelect } from "../direction-select.tsx";
import { OffsetField } from "../offset-field.tsx";
import {
  type LineChange,
  type LineState,
  relativeInlet,
  type TubeInsert,
  WAYS,
  type Which,
  wallDistance,
  wayOf,
} from "./line-state.ts";

interface PlacePanelProps {
  readonly state: LineState;
  readonly onChange: (change: LineChange) => void;
  readonly inserts: Readonly<Record<Which, readonly TubeInsert[]>>;
}

const HOURS: readonly ClockPosition[] = [12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11];
const AXES = [
  [0, "Right of the supply"],
  [1, "Above the supply"],
  [2, "Out from the supply"],
] as const;
const WALL_WORDS = {
  back: "Back wall",
  front: "Front, door",
  left: "Left side",
  right: "Right side",
  floor: "Floor",
  top: "Top",
} as const;
const END_WORDS: Readonly<Record<Which, string>> = { a: "supply", b: "inlet" };

function EndPanel({ which, state, onChange, inserts }: PlacePanelProps & { readonly which: Which }) {
  const { direction } = state.ends[which];
  const put = state.puts[which];
  const isTurning = put !== null && Math.abs(dotOf(put.insert)) < 0.99;
  return (
    <div className="grid content-start gap-2">
      <DirectionSelect
        label={`The line leaves the ${END_WORDS[which]}`}
        way={direction}
        otherwise="as it is drawn"
        onChange={(way) => onChange({ type: "turned", which, direction: way })}
      />
      <SelectField
        label={`On the ${END_WORDS[which]} sits`}
        options={[["", "nothing more"], ...inserts[which].map(({ sku, name }) => [sku, name] as const)]}
        value={put?.insert.sku ?? ""}
        onChange={(sku) => {
          const insert = inserts[which].find((each) => each.sku === sku);
          onChange({ type: "put", which, put: insert ? { insert, hour: put?.hour ?? 12 } : null });
        }}
      />
      {put !== null && isTurning && (
        <SelectField
          label="Its outlet looks to"
          options={HOURS.map(
            (hour) => [String(hour), `${hour} o'clock, ${hourWords(direction, hour)}`] as const,
          )}
          value={String(put.hour)}
          onChange={(text) => {
            const hour = HOURS.find((each) => String(each) === text);
            if (hour) onChange({ type: "put", which, put: { ...put, hour } });
          }}
        />
      )}
    </div>
  );
}

const dotOf = ({ into, out }: TubeInsert) =>
  into.direction.reduce((sum, value, axis) => sum + value * (out.direction[axis] ?? 0), 0);

function hourWords(direction: readonly [number, number, number], hour: ClockPosition): string {
  const key = wayOf(clockDirection(direction, hour));
  return WAYS.find(([each]) => each === key)?.[1] ?? "between";
}

/** The setup in figures, typed as they are read off a tape. */
export function PlacePanel(props: PlacePanelProps) {
  const { state, onChange } = props;
  const inlet = relativeInlet(state);
  return (
    <section aria-label="In figures" className="mt-5 border-t-2 border-rule pt-3">
      <h2>
        In figures{" "}
        <span className="font-normal text-quiet">
          inches: 6 1/2, 1' 3 3/8", 165 mm; left, below: with a minus
        </span>
      </h2>
      <div className="mt-2 grid gap-x-8 gap-y-3 lg:grid-cols-3">
        <div className="grid content-start gap-2">
          <h3>The inlet lies</h3>
          {AXES.map(([axis, words]) => (
            <OffsetField
              key={axis}
              label={words}
              isSigned
              value={inlet[axis]}
              onChange={(value) => value !== null && onChange({ type: "placed", axis, value })}
            />
          ))}
        </div>
        <div className="grid content-start gap-4">
          <h3>Which way</h3>
          <EndPanel {...props} which="a" />
          <EndPanel {...props} which="b" />
        </div>
        <div className="grid content-start gap-2">
          <h3>Obstacles: distance from the supply</h3>
          <div className="grid grid-cols-2 gap-x-3 gap-y-2">
            {WALL_SIDES.map((side) => (
              <OffsetField
                key={side}
                label={WALL_WORDS[side]}
                isSigned
                isOptional
                value={wallDistance(state, side)}
                onChange={(distanceIn) => onChange({ type: "wall", side, distanceIn })}
              />
            ))}
          </div>
          <OffsetField
            label="Side clearance (empty: unknown)"
            isOptional
            value={state.roomIn}
            onChange={(roomIn) => onChange({ type: "room", roomIn })}
          />
        </div>
      </div>
    </section>
  );
}
