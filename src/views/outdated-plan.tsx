import { type ConnectionState, isPlanOutdated } from "../core/visit/index.ts";

/** Says on a sheet that its hookup answers an older survey, and leads to planning again. */
export function OutdatedPlan({
  connection,
  visitId,
}: {
  readonly connection: ConnectionState;
  readonly visitId: string;
}) {
  if (!isPlanOutdated(connection)) return null;
  return (
    <p className="mt-3 flex flex-wrap items-center gap-3 border-l-4 border-wet bg-wet-wash px-3 py-2">
      <span>
        <strong>{connection.survey.label}:</strong> the survey has changed since this hookup was chosen. Parts
        and steps below are of the old one.
      </span>
      <a className="button button-main" href={`/visits/${visitId}/${connection.id}/hookup`}>
        Plan again
      </a>
    </p>
  );
}
