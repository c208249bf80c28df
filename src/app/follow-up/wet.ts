/** Follow-up checks that came out wet: what a shop is told at once. */
import type { Context } from "../context.ts";
import { readDay } from "../visit/today.ts";
import { followUpsOf } from "./follow-up.ts";

export interface WetFollowUp {
  readonly id: string;
  readonly visit: string;
  readonly connection: string;
  readonly label: string;
  readonly title: string;
  readonly by: string;
  readonly at: string;
}

/** Returns the follow-up checks whose latest look was wet, the newest first. */
export async function wetFollowUps(context: Context): Promise<WetFollowUp[]> {
  return followUpsOf((await readDay(context)).tickets)
    .filter(({ isWet }) => isWet)
    .flatMap(({ visit, title, connection }): WetFollowUp[] => {
      const { lastLook: look } = connection;
      return look === null
        ? []
        : [
            {
              id: look.id,
              visit,
              connection: connection.id,
              label: connection.label,
              title,
              by: look.by,
              at: look.at,
            },
          ];
    })
    .toSorted((a, b) => (a.at < b.at ? 1 : -1));
}
