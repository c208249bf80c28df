import { useState } from "react";
import { type Hole, type Leg, type RouteFault, routeLength, toBuy } from "../../core/tube/index.ts";
import { lengthFigure, lengthText } from "../../labels/display.ts";
import { SelectField, TextField } from "../../ui/field.tsx";
import { Notice } from "../../ui/notice.tsx";
import { OffsetField } from "../offset-field.tsx";

interface RouteToolProps {
  readonly lengthsIn: readonly number[];
  readonly minBendRadiusIn: number;
}

type Keyed<T> = T & { readonly key: number };

const TURNS = [
  ["0", "straight on"],
  ["45", "45 degrees"],
  ["90", "square corner"],
  ["180", "turns back"],
] as const;

function faultWords(fault: RouteFault, legs: readonly Leg[], holes: readonly Hole[]): string {
  switch (fault.reason) {
    case "corner":
      return `${legs[fault.leg]?.label || `Leg ${fault.leg + 1}`}: too short for its bends, which take ${lengthText(fault.neededIn)}.`;
    case "hole":
      return `${holes[fault.hole]?.label || `Hole ${fault.hole + 1}`}: what must go through is as wide as the hole. Drill it larger, or pass the other end.`;
    case "edge":
      return `${holes[fault.hole]?.label || `Hole ${fault.hole + 1}`}: nearer to the edge than half its width; the maker's template wins.`;
  }
}

/** A run through cabinets and floors: legs, bends, rises, holes and slack, with what to buy. */
export function RouteTool({ lengthsIn, minBendRadiusIn }: RouteToolProps) {
  const [legs, setLegs] = useState<readonly Keyed<Leg>[]>([
    { key: 1, label: "Along the wall", runIn: 24, turnDeg: 90, radiusIn: minBendRadiusIn },
    { key: 2, label: "Rise to the appliance", runIn: 18, turnDeg: 0, radiusIn: minBendRadiusIn },
  ]);
  const [holes, setHoles] = useState<readonly Keyed<Hole>[]>([
    { key: 1, label: "Side of the cabinet", acrossIn: 1.5, edgeIn: 2 },
  ]);
  const [slackIn, setSlack] = useState(3);
  const [passIn, setPass] = useState(1);
  const [nextKey, setNextKey] = useState(10);
  const { runIn, savedIn, totalIn, faults } = routeLength({ legs, holes, slackIn, passIn });
  const buy = toBuy(totalIn, lengthsIn);
  const putLeg = (key: number, change: Partial<Leg>) =>
    setLegs((now) => now.map((leg) => (leg.key === key ? { ...leg, ...change } : leg)));
  const putHole = (key: number, change: Partial<Hole>) =>
    setHoles((now) => now.map((hole) => (hole.key === key ? { ...hole, ...change } : hole)));
  const newKey = () => {
    setNextKey((now) => now + 1);
    return nextKey;
  };
  return (
    <section aria-label="Route" className="mt-4">
      <p className="text-quiet">
        Corner to corner, as the line will lie. Through a hole it wants a bushing or a smooth edge; a drain
        that must rise goes through its own.
      </p>
      <h3 className="mt-3">Legs</h3>
      <ul className="grid gap-2">
        {legs.map((leg, index) => (
          <li
            key={leg.key}
            className="grid items-end gap-x-4 gap-y-1 border-t border-hairline pt-1 lg:grid-cols-leg"
          >
            <TextField
              label={`Leg ${index + 1}`}
              value={leg.label}
              onChange={(label) => putLeg(leg.key, { label })}
            />
            <OffsetField
              label={`Length of leg ${index + 1}`}
              value={leg.runIn}
              onChange={(value) => value !== null && putLeg(leg.key, { runIn: value })}
            />
            <SelectField
              label={`After leg ${index + 1}`}
              options={TURNS}
              value={String(leg.turnDeg) as (typeof TURNS)[number][0]}
              onChange={(turn) => putLeg(leg.key, { turnDeg: Number(turn) === 180 ? 179.9 : Number(turn) })}
            />
            <OffsetField
              label={`Bend radius ${index + 1}`}
              value={leg.radiusIn}
              onChange={(value) => value !== null && putLeg(leg.key, { radiusIn: value })}
            />
            <button
              type="button"
              className="button"
              disabled={legs.length === 1}
              onClick={() => setLegs((now) => now.filter((each) => each !== leg))}
            >
              Take leg {index + 1} out
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="button mt-2"
        onClick={() => {
          const key = newKey();
          setLegs((now) => [...now, { key, label: "", runIn: 12, turnDeg: 0, radiusIn: minBendRadiusIn }]);
        }}
      >
        Add a leg
      </button>
      <h3 className="mt-3">Holes, from the maker's template</h3>
      <ul className="grid gap-2">
        {holes.map((hole, index) => (
          <li
            key={hole.key}
            className="grid items-end gap-x-4 gap-y-1 border-t border-hairline pt-1 lg:grid-cols-hole"
          >
            <TextField
              label={`Hole ${index + 1}`}
              value={hole.label}
              onChange={(label) => putHole(hole.key, { label })}
            />
            <OffsetField
              label={`Across hole ${index + 1}`}
              value={hole.acrossIn}
              onChange={(value) => value !== null && putHole(hole.key, { acrossIn: value })}
            />
            <OffsetField
              label={`Edge distance ${index + 1}`}
              isOptional
              value={hole.edgeIn}
              onChange={(value) => putHole(hole.key, { edgeIn: value })}
            />
            <button
              type="button"
              className="button"
              onClick={() => setHoles((now) => now.filter((each) => each !== hole))}
            >
              Take hole {index + 1} out
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="button mt-2"
        onClick={() => {
          const key = newKey();
          setHoles((now) => [...now, { key, label: "", acrossIn: 1.5, edgeIn: null }]);
        }}
      >
        Add a hole
      </button>
      <div className="mt-3 grid gap-x-6 gap-y-2 lg:grid-cols-3">
        <OffsetField
          label="Slack to lay in"
          value={slackIn}
          onChange={(value) => value !== null && setSlack(value)}
        />
        <OffsetField
          label="Widest thing that goes through"
          value={passIn}
          onChange={(value) => value !== null && setPass(value)}
        />
      </div>
      <p className="mt-3 text-large font-bold">
        <span className="figure">{lengthText(totalIn)}</span>:{" "}
        {buy.stockIn === null
          ? "longer than any stock line; "
          : `buy the ${lengthText(buy.stockIn)} line, or `}
        {buy.feet} ft of tube
      </p>
      <p className="figure text-quiet">
        legs {lengthFigure(runIn)}, bends save {lengthFigure(savedIn)}, slack {lengthText(slackIn)}
      </p>
      {faults.map((fault) => {
        const words = faultWords(fault, legs, holes);
        return (
          <Notice tone="wet" key={words} role="alert" className="">
            {words}
          </Notice>
        );
      })}
    </section>
  );
}
