/** Follow-up check falls due this long after signing: a day brings a weep out. */
const LOOK_BACK_MS = 24 * 60 * 60 * 1000;

/** Returns when the follow-up check of a signature falls due: a day later by the clock, UTC. */
export function followUpDueAt(signedAt: string): string {
  return new Date(Date.parse(signedAt) + LOOK_BACK_MS).toISOString();
}
