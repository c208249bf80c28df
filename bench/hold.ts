/** The hold analyser on simulated tests it was not tuned to: every row of the goals, beside the naive rule, and what a call costs. */
import { Piscina } from "piscina";
import { analyseHold, SUSPECTS, type Suspect } from "../src/core/hold/index.ts";
import { type CaseWish, type Circumstance, type HoldCase, holdCase } from "../tests/oracles/hold-cases.ts";
import type { HoldWish, JudgedCase } from "./hold-worker.ts";
import { quantile, timesMs } from "./timing.ts";

/** Not the seeds of the tests, nor those it was written with. */
const SEED = Number(process.env["HOLD_SEED"] ?? 90_210_711);
/** Tests of each class. */
const EACH = Number(process.env["HOLD_EACH"] ?? 600);

type Judged = JudgedCase;

const pool = new Piscina<HoldWish, JudgedCase>({
  filename: new URL("./hold-worker.ts", import.meta.url).href,
  execArgv: ["--import", "tsx"],
});

const naive = ({ test: { samples } }: HoldCase) => (samples[0]?.psi ?? 0) - (samples.at(-1)?.psi ?? 0) > 1;
const called = ({ answer }: Judged) => answer.verdict === "leak";
const tight = ({ answer }: Judged) => answer.verdict === "tight";

function covers({ answer: { leakMlPerMin }, truth }: Judged): boolean {
  const { low, high } = leakMlPerMin;
  return low <= truth.leakMlPerMin && (high === null || truth.leakMlPerMin <= high);
}

let next = SEED;
/** So many cases, each of the next seed, judged side by side. */
async function draw(
  count: number,
  wish: (at: number) => CaseWish,
  timesSmallest?: number,
): Promise<readonly Judged[]> {
  const wishes = Array.from({ length: count }, (_, at): HoldWish => {
    next += 1;
    return { seed: next, wish: wish(at), ...(timesSmallest === undefined ? {} : { timesSmallest }) };
  });
  return Promise.all(wishes.map((each) => pool.run(each)));
}
const leaking = (low: number, high: number, circumstance?: Circumstance) =>
  draw(EACH, (at) => ({
    leakMlPerMin: low * (high / low) ** ((at + 0.5) / EACH),
    confounder: null,
    ...(circumstance === undefined ? {} : { circumstance }),
  }));
const sound = (circumstance: Circumstance) =>
  draw(EACH, () => ({ leakMlPerMin: 0, confounder: null, circumstance }));

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

/** The end of the exact 95 % interval of a share that speaks against the goal (Clopper and Pearson 1934). */
function worstEnd(hits: number, of: number, goal: string): number {
  if (goal.startsWith("<=")) return hits === of ? 1 : 1 - betaQuantileBySearch(0.025, of - hits, hits + 1);
  return hits === 0 ? 0 : betaQuantileBySearch(0.025, hits, of - hits + 1);
}

/** Chance of at least `hits` in `of` where each has the chance p: the upper tail of the binomial, in logarithms. */
function atLeast(hits: number, of: number, p: number): number {
  let sum = 0;
  let logChoose = 0;
  for (let k = 0; k <= of; k += 1) {
    if (k > 0) logChoose += Math.log(of - k + 1) - Math.log(k);
    if (k >= hits) sum += Math.exp(logChoose + k * Math.log(p) + (of - k) * Math.log1p(-p));
  }
  return Math.min(1, sum);
}

/** Quantile of the beta distribution with whole numbers a and b: p where at least a in a + b - 1 has this chance. */
function betaQuantileBySearch(chance: number, a: number, b: number): number {
  let [low, high] = [1e-9, 1 - 1e-9];
  for (let turn = 0; turn < 60; turn += 1) {
    const middle = (low + high) / 2;
    if (atLeast(a, a + b - 1, middle) > chance) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

export async function benchHold(): Promise<void> {
  const plain = await draw(EACH, () => ({ leakMlPerMin: 0, confounder: null }));
  const kinds = SUSPECTS as readonly Suspect[];
  const confounded = await draw(EACH, (at) => ({
    leakMlPerMin: 0,
    confounder: kinds[at % kinds.length] ?? null,
  }));
  const hour = 1 / 60;
  const bins = [
    { name: "0.5-2 mL/h", goal: ">= 75 %", cases: await leaking(0.5 * hour, 2 * hour) },
    { name: "2-6 mL/h", goal: ">= 92 %", cases: await leaking(2 * hour, 6 * hour) },
    { name: "0.1-0.5 mL/min", goal: ">= 95 %", cases: await leaking(0.1, 0.5) },
    { name: "0.5-3 mL/min", goal: ">= 99 %", cases: await leaking(0.5, 3) },
  ];
  const leaks = bins.flatMap(({ cases }) => cases);
  const hot = await sound("hot-unlogged");
  const hotLogged = await sound("hot-logged");
  const shortSound = await sound("short-coarse");
  const loggerSound = await sound("logger-file");
  const stopSound = await sound("passing-stop");
  const hidden = [
    { name: "behind a passing stop, not proved", cases: await leaking(0.01, 1, "passing-stop") },
    { name: "in a hot line without a log", cases: await leaking(0.01, 1, "hot-unlogged") },
    { name: "in a hot line with a log", cases: await leaking(0.01, 1, "hot-logged") },
    { name: "in a short or coarse hold", cases: await leaking(0.01, 1, "short-coarse") },
    { name: "in a logger's file with pauses and two rates", cases: await leaking(0.01, 1, "logger-file") },
    { name: "in an unusual section", cases: await leaking(0.01, 1, "unusual") },
  ];
  console.log(
    `\nPressure hold, ${EACH} simulated tests a class, seed ${SEED}; beside each share the end of its 95 % interval that speaks against the goal:\n\n| | goal | here | at worst | naive "drop > 1 psi" |\n|---|---|---|---|---|`,
  );
  const row = (
    what: string,
    goal: string,
    part: readonly HoldCase[],
    whole: readonly HoldCase[],
    rule: readonly HoldCase[] | null,
  ) =>
    console.log(
      `| ${what} | ${goal} | ${percent(part.length / whole.length)} | ${percent(worstEnd(part.length, whole.length, goal))} | ${rule === null ? "–" : percent(rule.length / whole.length)} |`,
    );
  const alarms = (what: string, goal: string, cases: readonly Judged[]) =>
    row(what, goal, cases.filter(called), cases, cases.filter(naive));
  const found = (what: string, goal: string, cases: readonly Judged[]) =>
    row(what, goal, cases.filter(called), cases, cases.filter(naive));
  const missed = (what: string, cases: readonly Judged[]) =>
    row(
      what,
      "<= 1 %",
      cases.filter(tight),
      cases,
      cases.filter((each) => !naive(each)),
    );
  const covered = (what: string, goal: string, cases: readonly Judged[]) => {
    const hits = cases.filter(called);
    row(what, goal, hits.filter(covers), hits, null);
  };
  const cleared = (what: string, goal: string, cases: readonly Judged[]) =>
    row(
      what,
      goal,
      cases.filter(tight),
      cases,
      cases.filter((each) => !naive(each)),
    );

  alarms("false alarm, tight", "<= 2 %", plain);
  alarms("false alarm, tight with a confounder", "<= 4 %", confounded);
  alarms("false alarm, hot line cooling, no log", "<= 2 %", hot);
  alarms("false alarm, hot line cooling, logged", "<= 4 %", hotLogged);
  alarms("false alarm, short or coarse hold", "<= 4 %", shortSound);
  alarms("false alarm, a logger's file", "<= 4 %", loggerSound);
  alarms("false alarm, passing stop not proved", "<= 4 %", stopSound);
  cleared("tight called tight", ">= 85 %", plain);
  cleared("tight called tight, a logger's file", ">= 85 %", loggerSound);
  for (const { name, goal, cases } of bins) found(`leak ${name} found`, goal, cases);
  missed("a leak called tight", leaks);
  for (const { name, cases } of hidden) missed(`a leak ${name} called tight`, cases);
  covered("interval covers the truth", ">= 92 %", leaks);
  for (const { name, cases } of hidden.slice(1))
    covered(`interval covers the truth, ${name}`, ">= 92 %", cases);
  for (const [times, goal] of [
    [1, ">= 90 %"],
    [1.5, ">= 95 %"],
  ] as const) {
    const all = await draw(EACH, () => ({ leakMlPerMin: 0, confounder: null }), times);
    row(`leak at ${times}x the stated smallest found`, goal, all.filter(called), all, null);
  }
  const named = confounded.filter(
    ({ answer, confounder }) => confounder !== null && answer.suspected.includes(confounder),
  );
  row("confounder named", ">= 80 %", named, confounded, null);
  await pool.destroy();

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
