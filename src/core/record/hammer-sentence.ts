/** What a record says of water hammer: what was heard. What was computed is advice for the plumber, and stands on no sheet of the customer. */

import type { ConnectionState } from "../visit/index.ts";
import { CHANGE_WORDS, heardChange, SOUND_WORDS } from "../watch/index.ts";
import type { Sentence } from "./document.ts";

/** Returns the sentences on water hammer of one connection; none where nothing shuts fast and nobody listened. */
export function hammerSentences(
  connection: Pick<ConnectionState, "plan" | "heard" | "waterInAt">,
): readonly Sentence[] {
  const { before, after, change } = heardChange(connection.heard);
  const shutsFast = connection.plan?.plan.bang !== undefined;
  const wasHeard = before !== null || after !== null;
  const isUnheard = after === null && connection.waterInAt !== null && (shutsFast || before !== null);
  return [
    ...(wasHeard || isUnheard
      ? [
          [
            ...(before === null ? [] : [`Hammer as found: ${SOUND_WORDS[before]}. `]),
            ...(after === null ? [] : [`Hammer after the run: ${SOUND_WORDS[after]}.`]),
            ...(isUnheard ? ["After the run nobody listened for hammer."] : []),
            ...(change === null ? [] : [" ", { kind: "strong" as const, text: CHANGE_WORDS[change] }]),
          ],
        ]
      : []),
  ];
}

/** Returns what the next plumber is told of hammer, in one line; empty where nobody listened. */
export function heardNote({ heard }: Pick<ConnectionState, "heard">): readonly string[] {
  const { after } = heardChange(heard);
  return after === null ? [] : [`Hammer after the run: ${SOUND_WORDS[after]}`];
}
