/** How often the identifier is right, by simulated measuring, and what a call costs against a plain nearest-size look-up. */
import { answerEvidence, type Identifier } from "../src/core/identify/index.ts";
import { allPairs } from "../src/core/joint/index.ts";
import { randomFrom } from "../src/simulators/chance.ts";
import { firstLook, makePiece, withCount } from "../src/simulators/measuring.ts";
import { type Protocol, scoreProtocol } from "../tests/oracles/identify-score.ts";
import { meanMs } from "./timing.ts";

const TRIALS = 5000;
/** Not the seeds of the tests. */
const SEED = 1_124_026;
const PROTOCOLS: readonly Protocol[] = [
  { name: "caliper, span over its crests", instrument: "caliper", pitch: "span", further: 0 },
  { name: "caliper, half-inch count", instrument: "caliper", pitch: "count", further: 0 },
  { name: "tape, half-inch count", instrument: "tape", pitch: "count", further: 0 },
  { name: "by eye only", instrument: "eye", pitch: "none", further: 0 },
  { name: "caliper, span, then the one asked for", instrument: "caliper", pitch: "span", further: 1 },
  { name: "caliper, count, then the one asked for", instrument: "caliper", pitch: "count", further: 1 },
  { name: "caliper, count, then two asked for", instrument: "caliper", pitch: "count", further: 2 },
];

const share = (value: number) => `${(100 * value).toFixed(1)} %`;

function nearest({ profiles }: Identifier, atIn: number) {
  return [...profiles].sort(
    (a, b) =>
      Math.abs((a.reads.low + a.reads.high) / 2 - atIn) - Math.abs((b.reads.low + b.reads.high) / 2 - atIn),
  )[0];
}

export function benchIdentifier(identifier: Identifier): void {
  const { profiles } = identifier;
  const threads = profiles.filter(({ thread }) => thread !== null);
  console.log(
    `\nIdentifier, ${TRIALS} simulated measurings each, threads drawn evenly from the table, place not told:\n\n| measured | first | first, alike as one | first 2 | first 3 | first 4 | calibration error | right when 90 % sure |\n|---|---|---|---|---|---|---|---|`,
  );
  for (const protocol of PROTOCOLS) {
    const score = scoreProtocol(profiles, protocol, { trials: TRIALS, seed: SEED, pool: threads });
    console.log(
      `| ${protocol.name} | ${share(score.top[0])} | ${share(score.topAlike)} | ${share(score.top[1])} | ${share(score.top[2])} | ${share(score.top[3])} | ${score.calibrationError.toFixed(3)} | ${share(score.rightAtNinety)} |`,
    );
  }
  const chance = randomFrom(SEED);
  const pieces = Array.from({ length: 200 }, () => {
    const piece = makePiece(
      chance.weighted(profiles, () => 1),
      chance,
    );
    return withCount(firstLook(piece, "caliper", "unknown", chance), piece, chance);
  });
  const whole = meanMs((at) => {
    const measured = pieces[at % pieces.length];
    return measured && answerEvidence(identifier, measured);
  }, 1000);
  const naive = meanMs((at) => nearest(identifier, pieces[at % pieces.length]?.outsideIn ?? 0.5), 1000);
  const pairs = meanMs(
    () => allPairs([...identifier.tables.ends.values()], identifier.tables, identifier.words),
    3,
  );
  console.log(
    `\n| call | ms | times a nearest-size look-up |\n|---|---|---|\n| identify, with next measurement and look-alikes | ${whole.toFixed(2)} | ${(whole / naive).toFixed(0)} |\n| all pairs matched | ${pairs.toFixed(0)} | ${(pairs / naive).toFixed(0)} |`,
  );
}
