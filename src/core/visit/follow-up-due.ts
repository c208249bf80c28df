/** Follow-up check falls due this long after signing: a day brings a weep out. */
const LOOK_BACK_MS = 24 * 60 * 60 * 1000;

/** Returns when the follow-up check of a signature falls due: a day later by the clock, UTC. */
export function followUpDueAt(signedAt: string): string {
  return new Date(Date.parse(signedAt) + LOOK_BACK_MS).toISOString();
}

/** A look-back this much sooner than it falls due is early: most of the day that brings a weep out is still to come. */
const EARLY_MS = 6 * 60 * 60 * 1000;

/** Returns true when a follow-up check at a moment (UTC) is well before it falls due: more than six hours early. */
export function isWellBeforeDue(signedAt: string, at: string): boolean {
  return Date.parse(at) < Date.parse(followUpDueAt(signedAt)) - EARLY_MS;
}
