/** A survey of this device that came after somebody else's: both shown, a person decides. */
import { useEffect, useRef, useState } from "react";
import type { Survey } from "../../core/survey/index.ts";
import { foldVisit } from "../../core/visit/index.ts";
import type { VisitLog } from "../visit-log/use-visit-log.ts";
import { surveyDifferences } from "./survey-differences.ts";
import { type FieldMerge, mergedSurvey, mergeOf, type Side } from "./survey-merge.ts";

interface SettleProps {
  readonly mine: Survey;
  readonly theirs: Survey;
  readonly base: Survey | null;
  readonly onSettle: (survey: Survey) => void;
  readonly onLeave: () => void;
}

/** Every field in which the two differ: what only one of them changed is taken, what both changed is chosen. */
function Settle({ mine, theirs, base, onSettle, onLeave }: SettleProps) {
  const merges = mergeOf(base, mine, theirs);
  const [picked, setPicked] = useState<ReadonlyMap<string, Side>>(new Map());
  const sideOf = ({ field, changedBy }: FieldMerge) => picked.get(field) ?? changedBy;
  const open = merges.filter((merge) => sideOf(merge) === null);
  const settle = () =>
    onSettle(
      mergedSurvey(
        mine,
        theirs,
        new Map(merges.map((merge): [string, Side] => [merge.field, sideOf(merge) ?? "theirs"])),
      ),
    );
  return (
    <>
      {merges.length === 0 && <p>They say the same.</p>}
      {merges.map((merge) => {
        const words = surveyDifferences(fieldsOf(mine, merge.field), fieldsOf(theirs, merge.field));
        return (
          <fieldset key={merge.field} className="my-2 border-t border-hairline pt-1">
            <legend className="font-bold">
              {words.map(({ field }) => field).join(", ")}
              {merge.changedBy === null && <span className="text-wet-ink"> changed by both: choose</span>}
            </legend>
            <div className="flex flex-wrap gap-2">
              {(["mine", "theirs"] as const).map((side) => (
                <label key={side} className="choice">
                  <input
                    type="radio"
                    className="sr-only"
                    name={`settle-${merge.field}`}
                    checked={sideOf(merge) === side}
                    onChange={() => setPicked(new Map(picked).set(merge.field, side))}
                  />
                  {side === "mine" ? "Yours" : "Kept now"}:{" "}
                  <span className="figure">{words.map((each) => each[side]).join(", ")}</span>
                </label>
              ))}
            </div>
          </fieldset>
        );
      })}
      <p className="mt-2 flex flex-wrap gap-3">
        <button type="button" className="button button-main" disabled={open.length > 0} onClick={settle}>
          Save these
        </button>
        <button type="button" className="button" onClick={onLeave}>
          Leave what is kept
        </button>
      </p>
    </>
  );
}

/** A survey reduced to one field, for telling its differences. */
function fieldsOf(survey: Survey, field: string): Partial<Survey> {
  const one: Partial<Survey> = Object.fromEntries(Object.entries(survey).filter(([name]) => name === field));
  return one;
}

export function SurveyClash({
  log,
}: {
  readonly log: Pick<VisitLog, "log" | "events" | "connection" | "act" | "settleTray">;
}) {
  const { connection, act, settleTray } = log;
  const clashing = log.log.tray.flatMap(({ refused }) =>
    refused.kind === "survey-saved" && refused.connection === connection.id ? [refused] : [],
  );
  const mine = clashing.at(-1);
  const section = useRef<HTMLElement>(null);
  const isClash = mine !== undefined && mine.basedOn !== connection.surveyEvent;
  // A page that is loaded again stays where it was scrolled to: what wants a decision comes into view.
  useEffect(() => {
    if (isClash) section.current?.focus();
  }, [isClash]);
  // Until the page is loaded again it shows the survey this one was written over, not the other one.
  if (mine === undefined || !isClash) return null;
  const at = log.events.findIndex(({ id }) => id === mine.basedOn);
  const base =
    at < 0
      ? null
      : (foldVisit(log.events.slice(0, at + 1)).connections.find(({ id }) => id === connection.id)?.survey ??
        null);
  return (
    <section
      ref={section}
      tabIndex={-1}
      aria-label="Two surveys"
      className="mt-3 border-2 border-wet bg-wet-wash px-3 py-2"
    >
      <h2 className="text-lead">Somebody else saved this survey while yours was on its way</h2>
      <Settle
        mine={mine.survey}
        theirs={connection.survey}
        base={base}
        onSettle={(survey) => {
          const { id, surveyEvent: basedOn } = connection;
          if (act({ kind: "survey-saved", connection: id, survey, basedOn })) {
            for (const event of clashing) settleTray(event.id);
          }
        }}
        onLeave={() => {
          if (window.confirm("Leave your survey out for good?"))
            for (const event of clashing) settleTray(event.id);
        }}
      />
    </section>
  );
}
