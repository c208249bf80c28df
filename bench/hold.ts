/** The hold analyser on simulated tests it was not tuned to: every row of the goals, beside the naive rule, and what a call costs. */
import { analyseHold, type HoldAnswer, SUSPECTS, type Suspect } from "../src/core/hold/index.ts";
import { type CaseWish, type HoldCase, holdCase } from "../tests/oracles/hold-cases.ts";
import { quantile, timesMs } from "./timing.ts";

/** Not the seeds of the tests, nor those it was written with. */
const SEED = Number(process.env["HOLD_SEED"] ?? 90_210_711);
const EACH = Number(process.env["HOLD_EACH"] ?? 160);
const PAIRS = Math.ceil(EACH * 0.75);

interface Judged extends HoldCase {
  readonly answer: HoldAnswer;
}

const share = (part: readonly unknown[], whole: readonly unknown[]) =>
  `${((100 * part.length) / Math.max(1, whole.length)).toFixed(1)} %`;
const naive = ({ test: { samples } }: HoldCase) => (samples[0]?.psi ?? 0) - (samples.at(-1)?.psi ?? 0) > 1;
const called = ({ answer }: Judged) => answer.verdict === "leak";
const tight = ({ answer }: Judged) => answer.verdict === "tight";

function covers({ answer: { leakMlPerMin }, truth }: Judged): boolean {
  const { low, high } = leakMlPerMin;
  return low <= truth.leakMlPerMin && (high === null || truth.leakMlPerMin <= high);
}

let next = SEED;
const draw = (count: number, wish: (at: number) => CaseWish): readonly Judged[] =>
  Array.from({ length: count }, (_, at) => {
    next += 1;
    const made = holdCase(next, wish(at));
    return { ...made, answer: analyseHold(made.test) };
  });
const leaking = (low: number, high: number) =>
  draw(EACH, (at) => ({ leakMlPerMin: low * (high / low) ** ((at + 0.5) / EACH), confounder: null }));

/** A leak of so many times the smallest the tight twin was said to tell, in the same section. */
function paired(times: number): readonly [found: readonly Judged[], all: readonly Judged[]] {
  const all: Judged[] = [];
  for (let pair = 0; pair < PAIRS; pair += 1) {
    next += 1;
    const { minimumDetectableMlPerMin } = analyseHold(
      holdCase(next, { leakMlPerMin: 0, confounder: null }).test,
    );
    const made = holdCase(next, { leakMlPerMin: times * minimumDetectableMlPerMin, confounder: null });
    all.push({ ...made, answer: analyseHold(made.test) });
  }
  return [all.filter(called), all];
}

export async function benchHold(): Promise<void> {
  const plain = draw(EACH, () => ({ leakMlPerMin: 0, confounder: null }));
  const kinds = SUSPECTS as readonly Suspect[];
  const confounded = draw(EACH, (at) => ({ leakMlPerMin: 0, confounder: kinds[at % kinds.length] ?? null }));
  const hour = 1 / 60;
  const bins = [
    { name: "0.5-2 mL/h", goal: ">= 75 %", cases: leaking(0.5 * hour, 2 * hour) },
    { name: "2-6 mL/h", goal: ">= 92 %", cases: leaking(2 * hour, 6 * hour) },
    { name: "0.1-0.5 mL/min", goal: ">= 95 %", cases: leaking(0.1, 0.5) },
    { name: "0.5-3 mL/min", goal: ">= 99 %", cases: leaking(0.5, 3) },
  ];
  const leaks = bins.flatMap(({ cases }) => cases);
  const named = confounded.filter(
    ({ answer, confounder }) => confounder !== null && answer.suspected.includes(confounder),
  );
  const row = (what: string, goal: string, got: string, rule: string) =>
    console.log(`| ${what} | ${goal} | ${got} | ${rule} |`);
  console.log(
    `\nPressure hold, ${plain.length + confounded.length + leaks.length} simulated tests and ${2 * PAIRS} pairs, seed ${SEED}:\n\n| | goal | here | naive "drop > 1 psi" |\n|---|---|---|---|`,
  );
  row("false alarm, tight", "<= 2 %", share(plain.filter(called), plain), share(plain.filter(naive), plain));
  row(
    "false alarm, tight with a confounder",
    "<= 4 %",
    share(confounded.filter(called), confounded),
    share(confounded.filter(naive), confounded),
  );
  row(
    "tight called tight",
    ">= 85 %",
    share(plain.filter(tight), plain),
    share(
      plain.filter((each) => !naive(each)),
      plain,
    ),
  );
  for (const { name, goal, cases } of bins)
    row(`leak ${name} found`, goal, share(cases.filter(called), cases), share(cases.filter(naive), cases));
  row(
    "a leak called tight",
    "<= 1 %",
    share(leaks.filter(tight), leaks),
    share(
      leaks.filter((each) => !naive(each)),
      leaks,
    ),
  );
  const hits = leaks.filter(called);
  row("interval covers the truth", ">= 92 %", share(hits.filter(covers), hits), "–");
  for (const [times, goal] of [
    [1, ">= 90 %"],
    [1.5, ">= 95 %"],
  ] as const) {
    const [found, all] = paired(times);
    row(`leak at ${times}x the stated smallest found`, goal, share(found, all), "–");
  }
  row("confounder named", ">= 80 %", share(named, confounded), "–");

  const long = Array.from({ length: 200 }, (_, at) =>
    holdCase(SEED + 90_000 + at, { leakMlPerMin: at % 2 ? 0.02 : 0, confounder: null }),
  )
    .filter(({ test }) => test.samples.length >= 380)
    .map(({ test }) => ({ ...test, samples: test.samples.slice(0, 400) }));
  let turn = 0;
  const times = await timesMs(() => {
    const test = long[turn++ % long.length];
    if (test) analyseHold(test);
  }, 60);
  const loop = await timesMs(() => {
    const test = long[turn++ % long.length];
    return test?.samples.reduce((least, { psi }) => Math.min(least, psi), Number.POSITIVE_INFINITY);
  }, 60);
  console.log(
    `\n| call | median ms | 95 % below, ms | times the naive rule |\n|---|---|---|---|\n| a trace of about 400 readings judged | ${quantile(times, 0.5).toFixed(0)} | ${quantile(times, 0.95).toFixed(0)} | ${(quantile(times, 0.5) / quantile(loop, 0.5)).toFixed(0)} |`,
  );
}
