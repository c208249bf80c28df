import { useState } from "react";
import type { Vector } from "../../core/geometry/index.ts";
import {
  BEND_ANGLES,
  bendRiser,
  depthToCut,
  explainRiser,
  gentlestAngle,
  type Insertion,
  RISER_RADIUS_IN,
  type RiserJob,
  STRAIGHT_BEFORE_FERRULE_IN,
} from "../../core/tube/index.ts";
import { lengthFigure, lengthText } from "../../labels/display.ts";
import { RadioGroup } from "../../ui/choice.tsx";
import { SelectField } from "../../ui/field.tsx";
import { OffsetField } from "../offset-field.tsx";

interface RiserToolProps {
  readonly insertions: readonly Insertion[];
  /** The inlet from the supply end: right, up, out. */
  readonly inlet: Vector;
}

const TUBES = [
  ["1/4", "1/4 OD", RISER_RADIUS_IN["1/4"]],
  ["3/8", "3/8 OD", RISER_RADIUS_IN["3/8"]],
  ["1/2", "1/2 OD", RISER_RADIUS_IN["1/2"]],
] as const;

/** Where the card of a riser is printed. */
export function cardHref(job: RiserJob, tube: string): string {
  const query = new URLSearchParams({
    tube,
    rise: String(job.riseIn),
    first: String(job.asideIn[0]),
    second: String(job.asideIn[1]),
    laid: job.laid,
    angle: String(job.angleDeg),
    radius: String(job.radiusIn),
    seatFirst: String(job.seatIn[0]),
    seatLast: String(job.seatIn[1]),
    straight: String(job.straightIn),
    stretch: String(job.stretchIn),
  });
  return `/line/card?${query}`;
}

/** A rigid riser or soft tube between the two faces: bend marks and cut mark from one end. */
export function RiserTool({ insertions, inlet }: RiserToolProps) {
  const [tube, setTube] = useState<string>("3/8");
  const depth = (id: string) => {
    const insertion = insertions.find((each) => each.id === id);
    return insertion ? depthToCut(insertion) : 0;
  };
  const [riseIn, setRise] = useState(Math.max(1, Math.abs(inlet[1])));
  const [aside, setAside] = useState<readonly [number, number]>([inlet[0], inlet[2]]);
  const [laid, setLaid] = useState<RiserJob["laid"]>("one-offset");
  const [angle, setAngle] = useState("gentlest");
  const [radiusIn, setRadius] = useState(1);
  const [seats, setSeats] = useState<readonly [string, string]>(["ferrule-3/8", "face"]);
  const [seatIn, setSeatIn] = useState<readonly [number, number]>([depth("ferrule-3/8"), 0]);
  const [stretchIn, setStretch] = useState(0);
  const free = {
    riseIn,
    asideIn: aside,
    laid,
    radiusIn,
    seatIn,
    straightIn: STRAIGHT_BEFORE_FERRULE_IN,
    stretchIn,
  };
  const angleDeg = angle === "gentlest" ? (gentlestAngle(free) ?? 45) : Number(angle);
  const job: RiserJob = { ...free, angleDeg };
  const outcome = bendRiser(job);
  const putSeat = (index: 0 | 1, id: string) => {
    setSeats(index === 0 ? [id, seats[1]] : [seats[0], id]);
    setSeatIn(index === 0 ? [depth(id), seatIn[1]] : [seatIn[0], depth(id)]);
  };
  const seatOptions = insertions.map(({ id, label }) => [id, label] as const);
  return (
    <section aria-label="Riser and tube" className="mt-4">
      <p className="text-quiet">
        Bend first, cut last: leave it long and trim. Bends stay off the last{" "}
        {lengthText(STRAIGHT_BEFORE_FERRULE_IN)}, so that the ferrule sits on straight, round tube.
      </p>
      <div className="mt-3 grid gap-x-6 gap-y-3 lg:grid-cols-4">
        <SelectField
          label="Tube"
          options={TUBES.map(([size, words]) => [size, words] as const)}
          value={tube}
          onChange={(size) => {
            setTube(size);
            setRadius(TUBES.find(([each]) => each === size)?.[2] ?? 1);
            if (insertions.some(({ id }) => id === `ferrule-${size}`)) putSeat(0, `ferrule-${size}`);
          }}
        />
        <OffsetField
          label="Rise, face to face"
          value={riseIn}
          onChange={(value) => value !== null && setRise(value)}
        />
        <OffsetField
          label="Aside to the right"
          isSigned
          value={aside[0]}
          onChange={(value) => value !== null && setAside([value, aside[1]])}
        />
        <OffsetField
          label="Aside out of the wall"
          isSigned
          value={aside[1]}
          onChange={(value) => value !== null && setAside([aside[0], value])}
        />
        <SelectField
          label="Bend angle"
          options={[
            ["gentlest", "the gentlest there is room for"],
            ...BEND_ANGLES.map((each) => [String(each), `${each} degrees`] as const),
          ]}
          value={angle}
          onChange={setAngle}
        />
        <OffsetField
          label="Bend radius, centre line"
          value={radiusIn}
          onChange={(value) => value !== null && setRadius(value)}
        />
        <OffsetField
          label="Stretch of each bend"
          value={stretchIn}
          onChange={(value) => value !== null && setStretch(value)}
        />
        <RadioGroup
          label="Laid as"
          options={[
            ["one-offset", "one slanting offset"],
            ["two-offsets", "two, one after the other"],
          ]}
          value={laid}
          onChange={setLaid}
        />
        <SelectField
          label="First end goes into"
          options={seatOptions}
          value={seats[0]}
          onChange={(id) => putSeat(0, id)}
        />
        <OffsetField
          label="as deep as"
          value={seatIn[0]}
          onChange={(value) => value !== null && setSeatIn([value, seatIn[1]])}
        />
        <SelectField
          label="Last end goes into"
          options={seatOptions}
          value={seats[1]}
          onChange={(id) => putSeat(1, id)}
        />
        <OffsetField
          label="as deep as "
          value={seatIn[1]}
          onChange={(value) => value !== null && setSeatIn([seatIn[0], value])}
        />
      </div>
      {outcome.ok ? (
        <>
          <p className="mt-3 text-large font-bold">
            Cut at <span className="figure">{lengthText(outcome.value.cutIn)}</span>
            {outcome.value.offsets.length > 0 && `, bends of ${angleDeg} degrees`}
          </p>
          <table className="mt-2">
            <caption className="text-left text-quiet">Marks from the first end, to the sixteenth</caption>
            <tbody>
              {outcome.value.marks.map((mark, index) => (
                <tr key={`${mark.what}${mark.fromEndIn}`} className="border-t border-hairline">
                  <th scope="row" className="py-1 pr-6 text-left font-normal">
                    {mark.what === "cut" ? "Cut" : `Bend ${index + 1} begins`}
                  </th>
                  <td className="figure pr-6 font-bold">{lengthText(mark.fromEndIn)}</td>
                  <td className="text-quiet">
                    {mark.what === "bend" &&
                      `${mark.angleDeg} degrees, rolled ${Math.round(mark.rollDeg)} from the first`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {outcome.value.offsets.map((offset) => (
            <p key={offset.travelIn} className="figure mt-1 text-quiet">
              aside {lengthFigure(offset.asideIn)}, travel {lengthFigure(offset.travelIn)}, advance{" "}
              {lengthFigure(offset.advanceIn)}, straight between bends {lengthText(offset.betweenIn)}
            </p>
          ))}
          <p className="figure mt-1 text-quiet">
            each bend takes {lengthText(outcome.value.arcIn)} of tube; stretch allowed for{" "}
            {lengthText(stretchIn)}
          </p>
          <a className="button mt-3 inline-flex" href={cardHref(job, tube)}>
            Bending card, true size
          </a>
        </>
      ) : (
        <p role="alert" className="fault mt-3">
          {explainRiser(outcome.fault)}
          {outcome.fault.reason === "no-room" && ` ${lengthText(outcome.fault.missingIn)} are missing.`}
          {outcome.fault.reason === "bends-overlap" &&
            ` At this radius and angle an offset is at least ${lengthText(outcome.fault.leastAsideIn)}.`}
        </p>
      )}
    </section>
  );
}
