import { type ConnectionState, isPlanOutdated } from "../core/visit/index.ts";
import { Notice } from "../ui/notice.tsx";

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
    <Notice tone="wet" className="mt-3 flex flex-wrap items-center gap-3 bg-wet-wash px-3 py-2">
      <span>
        <strong>{connection.survey.label}:</strong> the survey has changed since this hookup was chosen. Parts
        and steps below are of the old one.
      </span>
      <a className="button button-main" href={`/visits/${visitId}/${connection.id}/hookup`}>
        Plan again
      </a>
    </Notice>
  );
}
