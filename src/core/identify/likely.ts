/** Ends that are met most in a place, before anything has been measured. */
import type { EndCode } from "../end/index.ts";
import { PLACES, type Place } from "./evidence.ts";
import type { Profile } from "./profile.ts";

/** Ends rarer than this share of the likeliest are not offered first (judgement: they are searched for). */
const WORTH_OFFERING = 0.02;

/** Share of an end among the likeliest of a place; anywhere: the largest share of any place. */
function shareAt(profiles: readonly Profile[], place: Place): (profile: Profile) => number {
  if (place === "unknown") {
    const shares = PLACES.filter((each) => each !== "unknown").map((each) => shareAt(profiles, each));
    return (profile) => shares.reduce((sum, share) => sum + share(profile), 0);
  }
  const most = Math.max(...profiles.map(({ weight }) => weight(place)));
  return ({ weight }) => weight(place) / most;
}

/**
 * Returns the codes of the ends met most in a place, the likeliest first.
 * Shape: at most `most` codes; for the place "unknown" the ends that are usual somewhere.
 * Source: priors by place in data/places.csv.
 */
export function likelyEnds(profiles: readonly Profile[], place: Place, most: number): readonly EndCode[] {
  const share = shareAt(profiles, place);
  return profiles
    .map((profile) => ({ code: profile.end.code, share: share(profile) }))
    .filter((each) => each.share >= WORTH_OFFERING)
    .sort((a, b) => b.share - a.share || a.code.localeCompare(b.code, "en"))
    .slice(0, most)
    .map(({ code }) => code);
}
