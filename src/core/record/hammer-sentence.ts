/** What a record says of water hammer: what was computed for the plan, and what was heard. */

import type { ConnectionState } from "../visit/index.ts";
import { CHANGE_WORDS, heardChange, SOUND_WORDS } from "../watch/index.ts";
import type { Sentence } from "./document.ts";

/** The computed bang; none where the valve shuts slowly or the plan was kept before the bang was computed. */
function computedSentence({ plan }: Pick<ConnectionState, "plan">): readonly Sentence[] {
  const hammer = plan?.plan.hammer;
  if (hammer === undefined || hammer.highestPsi === null) return [];
  const { highestPsi, barePsi, ratedPsi, closureMs, isUpstreamAssumed } = hammer;
  return [
    [
      "Water hammer, computed: about ",
      { kind: "figure", text: `${highestPsi} psi` },
      ` when the valve shuts in ${closureMs} ms`,
      ...(barePsi === null
        ? []
        : [", ", { kind: "figure" as const, text: `${barePsi} psi` }, " without the arrestor"]),
      "; the weakest part is rated for ",
      { kind: "figure", text: `${ratedPsi} psi` },
      isUpstreamAssumed ? ". The pipe before was not looked at: a usual one is taken." : ".",
    ],
  ];
}

/** Returns the sentences on water hammer of one connection; none where nothing was computed and nobody listened. */
export function hammerSentences(
  connection: Pick<ConnectionState, "plan" | "heard" | "waterInAt">,
): readonly Sentence[] {
  const { before, after, change } = heardChange(connection.heard);
  const shutsFast = connection.plan?.plan.hammer !== undefined;
  const wasHeard = before !== null || after !== null;
  const isUnheard = after === null && connection.waterInAt !== null && (shutsFast || before !== null);
  return [
    ...computedSentence(connection),
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
