import { useState } from "react";
import type { ConnectionState, VisitAct } from "../../core/visit/index.ts";
import { judgeWatch, METER_MARKS_ML, rateText, smallestSeen, USUAL_FIGURES } from "../../core/watch/index.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { SelectField, TextField } from "../../ui/field.tsx";
import { figureFrom } from "./hold-form.ts";
import { RateWords } from "./verdict.tsx";

interface MeterPanelProps {
  readonly connection: ConnectionState;
  readonly act: (act: VisitAct) => boolean;
}

const MARKS = [
  { id: "gallon", label: "0.01 gal", ml: METER_MARKS_ML.gallon },
  { id: "cubicFoot", label: "0.001 cu ft", ml: METER_MARKS_ML.cubicFoot },
  { id: "litre", label: "0.1 L", ml: 100 },
] as const;
/** Flow below which a common house meter does not turn, mL/min: about a sixteenth of a gallon. Judgement, overwritten by its sheet. */
const START_FLOW = "240";

/** The branch's water meter with everything shut: what it showed, and what it can never show. */
export function MeterPanel({ connection, act }: MeterPanelProps) {
  const [mark, setMark] = useState<(typeof MARKS)[number]["id"]>("gallon");
  const [minutes, setMinutes] = useState("15");
  const [marks, setMarks] = useState("0");
  const [starts, setStarts] = useState(START_FLOW);
  const markMl = MARKS.find(({ id }) => id === mark)?.ml ?? METER_MARKS_ML.gallon;
  const [windowMin, moved, startFlowMlPerMin] = [
    figureFrom(minutes, 0.1, 10_000),
    figureFrom(marks, 0, 99_999),
    figureFrom(starts, 0, 99_999),
  ];
  const isRight =
    windowMin !== null && moved !== null && Number.isInteger(moved) && startFlowMlPerMin !== null;
  const watching = {
    method: "meter",
    process: null,
    figures: { ...USUAL_FIGURES, markMl, startFlowMlPerMin: startFlowMlPerMin ?? 0 },
  } as const;
  const answer = isRight ? judgeWatch(watching, { windowMin, marks: moved }) : null;
  const last = connection.meters.at(-1);
  return (
    <Disclosure summary="Meter test of the whole branch" className="mt-3 border-t border-hairline py-1">
      <p className="text-quiet">
        Every outlet shut, ice maker and boiler fill too. Note the smallest hand, wait, look again.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-3 sm:grid-cols-4">
        <SelectField
          label="Smallest mark"
          options={MARKS.map(({ id, label }) => [id, label])}
          value={mark}
          onChange={setMark}
        />
        {(
          [
            ["Watched, min", minutes, setMinutes],
            ["Moved, marks", marks, setMarks],
            ["Starts at, mL/min", starts, setStarts],
          ] as const
        ).map(([label, value, set]) => (
          <TextField key={label} label={label} inputMode="decimal" value={value} onChange={set} isFigure />
        ))}
      </div>
      {answer === null ? (
        <p className="fault mt-2">Type numbers: minutes above 0, whole marks.</p>
      ) : (
        <p className="mt-2" role="status">
          {answer.verdict === "none-seen" ? (
            "It did not move. "
          ) : (
            <>
              It moved:{" "}
              <span className="figure">
                {rateText(answer.low ?? 0)} to {rateText(answer.high ?? 0)} mL/min
              </span>
              .{" "}
            </>
          )}
          It tells <RateWords rate={answer.detectableMlPerMin} /> and more; in an hour it would tell{" "}
          <span className="figure">{rateText(smallestSeen(watching, 60))} mL/min</span>.
        </p>
      )}
      {isRight && connection.signed === null && (
        <button
          type="button"
          className="button mt-2"
          onClick={() =>
            act({
              kind: "meter-read",
              connection: connection.id,
              meter: { marks: moved, windowMin, markMl: Number(markMl.toFixed(3)), startFlowMlPerMin },
            })
          }
        >
          Keep the reading
        </button>
      )}
      {last && (
        <p className="mt-1 text-quiet">
          On the record: <span className="figure">{last.marks}</span> marks in{" "}
          <span className="figure">{last.windowMin} min</span>.
        </p>
      )}
    </Disclosure>
  );
}
