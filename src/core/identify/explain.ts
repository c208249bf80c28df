/** Why a candidate stands where it stands, in words a person at the fixture can check. */
import { evidenceTpi, type Measured, SEAT_NAMES } from "./evidence.ts";
import type { Profile } from "./profile.ts";

/** A seat this likely is usual; below the second figure it is not expected. */
const USUAL = 0.4;
const STRANGE = 0.1;
/** A place that meets this end so often is worth saying. */
const OFTEN = 5;
/** Pitches within this share are told as one. */
const SAME_PITCH = 0.03;

/** A length as a caliper shows it. */
const caliper = (valueIn: number) => `${valueIn.toFixed(3)} in`;

function aboutReading(profile: Profile, atIn: number): string {
  const { low, high } = profile.reads;
  const range = `a good one's ${low.toFixed(3)} to ${caliper(high)}`;
  if (atIn < low) return `${caliper(atIn)} is ${caliper(low - atIn)} under ${range}`;
  if (atIn > high) return `${caliper(atIn)} is ${caliper(atIn - high)} over ${range}`;
  return `${caliper(atIn)} lies within ${range}`;
}

function readingWords(profile: Profile, { outsideIn, insideIn }: Measured): readonly string[] {
  const own = profile.across === "outside" ? outsideIn : insideIn;
  const bore = profile.end.boreIn;
  return [
    ...(own === null ? [] : [aboutReading(profile, own)]),
    ...(profile.across === "outside" && insideIn !== null && bore !== null
      ? [`bore ${caliper(bore)} usually, ${caliper(insideIn)} read`]
      : []),
  ];
}

function pitchWords({ thread }: Profile, measured: Measured): readonly string[] {
  const claims = evidenceTpi(measured);
  if (claims.length === 0) return [];
  if (thread === null) return ["it has no thread, but one was counted"];
  const tpi = 1 / thread.pitchIn;
  const { span } = measured;
  const spanWords =
    span === null
      ? []
      : [
          `${span.crests} crests span ${caliper((span.crests - 1) * thread.pitchIn)} on this thread, ${caliper(span.spanIn)} was read`,
        ];
  const counted = claims.filter(({ field }) => field !== "span");
  const words = counted.map(({ tpi: seen }) =>
    Math.abs(seen - tpi) <= SAME_PITCH * tpi
      ? `${Number(tpi.toFixed(1))} per inch, as counted`
      : `${Number(tpi.toFixed(1))} per inch; about ${Number(seen.toFixed(1))} was counted`,
  );
  return [...spanWords, ...words];
}

function sightWords(profile: Profile, measured: Measured): readonly string[] {
  const seats = measured.seal.map((seat) => {
    const chance = profile.seats.get(seat) ?? 0;
    const name = SEAT_NAMES[seat];
    return chance >= USUAL
      ? `a ${name} is usual on it`
      : chance >= STRANGE
        ? `a ${name} is met on it`
        : `a ${name} is not expected on it`;
  });
  return [
    ...(measured.gender === null
      ? []
      : [measured.gender === profile.gender ? `${profile.gender}, as seen` : `it is ${profile.gender}`]),
    ...(measured.taper === "unknown"
      ? []
      : [
          profile.isTapered
            ? "its thread tapers"
            : profile.thread
              ? "its thread is straight"
              : "it has no thread",
        ]),
    ...(measured.flankDeg === undefined || profile.thread === null
      ? []
      : [`its thread form is ${profile.thread.flankDeg} degrees`]),
    ...(measured.material === undefined || profile.end.material === null
      ? []
      : [`it is ${profile.end.material}`]),
    ...seats,
  ];
}

/** Returns the sentences for and against one candidate, strongest facts first. */
export function explainCandidate(profile: Profile, measured: Measured): readonly string[] {
  const weight = profile.weight(measured.where);
  const isUnsure = profile.end.confidence === "low" || profile.end.confidence === "medium-low";
  return [
    ...readingWords(profile, measured),
    ...pitchWords(profile, measured),
    ...sightWords(profile, measured),
    ...(measured.where !== "unknown" && weight >= OFTEN ? ["often met there"] : []),
    ...(measured.where !== "unknown" && weight < 1 ? ["seldom met there"] : []),
    ...(isUnsure ? ["its figures are not sure: measure its mate as well before you buy"] : []),
  ];
}
