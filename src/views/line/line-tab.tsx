import { lengthFigure, lengthText } from "../../labels/display.ts";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { type LineBenchProps, LineView } from "./line.tsx";

interface LineTabProps extends VisitProps, Omit<LineBenchProps, "onTake"> {
  readonly isMeasured: boolean;
}

/** The line setup of one connection: what is taken from it becomes the survey's length and space. */
export function LineTab({
  families,
  supplyInserts,
  inletInserts,
  margins,
  insertions,
  space,
  plannedIn,
  isMeasured,
  ...visit
}: LineTabProps) {
  const log = useVisitLog(visit);
  const { connection, act } = log;
  const { length } = connection.survey;
  const isLocked = connection.signed !== null;
  const isMade = connection.joints.some((joint) => joint.madeAt !== null);
  const base = `/visits/${visit.visitId}/${visit.connectionId}`;
  return (
    <div>
      <p className="mt-3">
        Surveyed for{" "}
        <span className="figure font-bold">
          {length.min.value === length.max.value
            ? lengthText(length.min.value)
            : `${lengthFigure(length.min.value)} to ${lengthText(length.max.value)}`}
        </span>
        .{" "}
        {plannedIn !== null && (
          <>
            The chosen plan takes <span className="figure font-bold">{lengthText(plannedIn)}</span>.{" "}
          </>
        )}
        {connection.survey.space === undefined && !isMeasured && (
          <span className="text-work-ink">
            Nobody has measured where the ends lie: what is drawn is a guess from that length.
          </span>
        )}{" "}
        <a href={`${base}/hookup`}>Hookup</a>
      </p>
      <LineView
        families={families}
        supplyInserts={supplyInserts}
        inletInserts={inletInserts}
        margins={margins}
        insertions={insertions}
        space={space}
        plannedIn={plannedIn}
        {...(isLocked || isMade
          ? {}
          : {
              onTake: (range, measured) =>
                act({
                  kind: "survey-saved",
                  connection: connection.id,
                  survey: { ...connection.survey, length: range, space: measured },
                  basedOn: connection.surveyEvent,
                }),
            })}
      />
      {(isLocked || isMade) && (
        <p className="mt-2 text-quiet">
          Joints are made to the surveyed length: undo them before planning another.
        </p>
      )}
      <LogBar log={log} undoes={["survey-saved"]} />
    </div>
  );
}
