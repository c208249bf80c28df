/** The record of a visit as a document, in the site's own time. */

import { connectionsOfRecord, type RecordSection, recordSection } from "../../core/record/index.ts";
import type { Tables } from "../../core/tables.ts";
import type { ConnectionState, VisitState } from "../../core/visit/index.ts";
import { dayText, stampText, timeText } from "../../labels/site-time.ts";

export interface RecordedConnection {
  readonly connection: ConnectionState;
  readonly section: RecordSection;
}

/** Returns a section for every connection that has a plan and was not removed. */
export function recordOf(
  state: VisitState,
  { stages }: Pick<Tables, "stages">,
  now: string,
): readonly RecordedConnection[] {
  const zone = state.site?.zone ?? "UTC";
  const clock = {
    time: (iso: string) => timeText(iso, zone),
    day: (iso: string) => dayText(iso, zone),
    stamp: (iso: string) => stampText(iso, zone),
  };
  return connectionsOfRecord(state).map((connection) => ({
    connection,
    section: recordSection(connection, stages, now, clock),
  }));
}
