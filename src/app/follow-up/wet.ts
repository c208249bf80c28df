/** Follow-up checks that were answered wet: what a shop is told until one of its people has answered. */
import { openWetAnswers } from "../../db/projection.ts";
import type { Context } from "../context.ts";

export interface WetFollowUp {
  /** The look that found it. */
  readonly id: string;
  readonly visit: string;
  readonly connection: string;
  readonly label: string;
  readonly title: string;
  readonly by: string;
  readonly at: string;
}

/** Returns every wet answer that no person of the shop has answered, the newest first. */
export async function wetFollowUps({ sql }: Pick<Context, "sql">): Promise<WetFollowUp[]> {
  const rows = await openWetAnswers(sql);
  return rows.map(
    ({ lookId, visitId, connectionId, label, title, actor, foundAt }): WetFollowUp => ({
      id: lookId,
      visit: visitId,
      connection: connectionId,
      label,
      title,
      by: actor,
      at: foundAt.toISOString(),
    }),
  );
}
