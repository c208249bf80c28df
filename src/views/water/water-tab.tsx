import { useState } from "react";
import { HammerHeard } from "../hammer-heard.tsx";
import { LogBar } from "../visit-log/log-bar.tsx";
import { useVisitLog } from "../visit-log/use-visit-log.ts";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { WaterView, type WaterViewProps } from "./water.tsx";
import { upstreamOf, type WaterState } from "./water-state.ts";

interface WaterTabProps extends VisitProps {
  readonly water: Omit<WaterViewProps, "onState"> & { readonly isPlanned: boolean };
}

/** The water of one connection: what is found out about the pipe before is kept with the survey. */
export function WaterTab({ water, ...visit }: WaterTabProps) {
  const log = useVisitLog(visit);
  const { connection, act } = log;
  const [state, setState] = useState<WaterState | null>(null);
  const upstream = state && upstreamOf(water, state);
  const isKept = JSON.stringify(upstream) === JSON.stringify(connection.survey.upstream ?? null);
  const base = `/visits/${visit.visitId}/${visit.connectionId}`;
  return (
    <div>
      <p className="mt-3">
        {water.isPlanned ? (
          "The branch as the chosen plan builds it."
        ) : (
          <>
            No plan is chosen: the likeliest is taken. <a href={`${base}/hookup`}>Choose a plan</a>
          </>
        )}
      </p>
      {connection.removed === null && (
        <section aria-label="What was heard" className="no-print gap-x-6 md:grid md:grid-cols-2">
          <HammerHeard connection={connection} occasion="as-found" zone={visit.zone} act={act} />
          <HammerHeard connection={connection} occasion="after-run" zone={visit.zone} act={act} />
        </section>
      )}
      <WaterView {...water} onState={setState} />
      {upstream !== null && !isKept && connection.signed === null && (
        <p className="no-print mt-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="button button-main"
            onClick={() =>
              act({
                kind: "survey-saved",
                connection: connection.id,
                survey: { ...connection.survey, upstream },
                basedOn: connection.surveyEvent,
              })
            }
          >
            Keep this pipe with the survey
          </button>
          <span className="text-small text-quiet">Plans then count it too.</span>
        </p>
      )}
      <LogBar log={log} undoes={["survey-saved", "hammer-heard"]} />
    </div>
  );
}
