/** A survey of this device that came after somebody else's: both shown, a person decides. */
import { useEffect, useRef } from "react";
import type { VisitLog } from "../visit-log/use-visit-log.ts";
import { surveyDifferences } from "./survey-differences.ts";

export function SurveyClash({
  log,
}: {
  readonly log: Pick<VisitLog, "log" | "connection" | "act" | "settleTray">;
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
  const differences = surveyDifferences(mine.survey, connection.survey);
  const settleAll = () => {
    for (const { id } of clashing) settleTray(id);
  };
  return (
    <section
      ref={section}
      tabIndex={-1}
      aria-label="Two surveys"
      className="mt-3 border-2 border-wet bg-wet-wash px-3 py-2"
    >
      <h2 className="text-lead">Somebody else saved this survey while yours was on its way</h2>
      {differences.length === 0 ? (
        <p>They say the same.</p>
      ) : (
        <table className="my-2 w-full text-left">
          <thead>
            <tr>
              <th scope="col">Field</th>
              <th scope="col">Yours, not kept</th>
              <th scope="col">Kept now</th>
            </tr>
          </thead>
          <tbody>
            {differences.map(({ field, mine: one, theirs }) => (
              <tr key={field} className="border-t border-hairline">
                <th scope="row" className="pr-3 font-normal">
                  {field}
                </th>
                <td className="figure pr-3">{one}</td>
                <td className="figure">{theirs}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="flex flex-wrap gap-3">
        <button
          type="button"
          className="button button-main"
          onClick={() => {
            const { id, surveyEvent: basedOn } = connection;
            if (act({ kind: "survey-saved", connection: id, survey: mine.survey, basedOn })) settleAll();
          }}
        >
          Put mine in its place
        </button>
        <button
          type="button"
          className="button"
          onClick={() => {
            if (window.confirm("Leave your survey out for good?")) settleAll();
          }}
        >
          Leave what is kept
        </button>
      </p>
    </section>
  );
}
