/** Simulated hold tests of all kinds, with what was true: for the bench, tests and drills. */
import type { HoldTest, Sample, Suspect } from "../../src/core/hold/index.ts";
import type { Section } from "../../src/core/water/index.ts";
import { type RandomSource, randomFrom } from "../../src/simulators/chance.ts";
import {
  type HiddenTruth,
  hiddenTruth,
  openSection,
  readHold,
  type SimulatedTest,
} from "../../src/simulators/gauge.ts";

export type Confounder = Exclude<Suspect, never>;

export interface HoldCase {
  readonly test: HoldTest;
  readonly truth: HiddenTruth;
  readonly setting: SimulatedTest;
  readonly confounder: Confounder | null;
  readonly seed: number;
}

/** Circumstances besides what confounds the gauge. */
export type Circumstance =
  /** A hot line that has just run, cooling at usual rates; nobody logs the temperature. */
  | "hot-unlogged"
  /** Hot, just run, the temperature logged. */
  | "hot-logged"
  /** The stop passes, more than the leak takes or less, and nobody proved the stop. */
  | "passing-stop"
  /** Five to ten minutes, a handful of readings, often a dial. */
  | "short-coarse"
  /** As loggers write: pauses, and another rate half way. */
  | "logger-file"
  /** A section unlike the usual ones, its volume told wrongly, a room that drifts more. */
  | "unusual";

export interface CaseWish {
  readonly leakMlPerMin: number;
  readonly confounder: Confounder | null;
  readonly circumstance?: Circumstance;
}

const along = (chance: RandomSource, low: number, high: number) => low * (high / low) ** chance.uniform();
const within = (chance: RandomSource, low: number, high: number) => low + (high - low) * chance.uniform();

function sectionBy(chance: RandomSource, confounder: Confounder | null): Section {
  const firm = ["copper", "copper", "cpvc", "steel"] as const;
  const material = chance.weighted(confounder === "air" ? firm : ([...firm, "pex"] as const), () => 1);
  // Air is in the way where nothing else gives as much.
  const wantsHose = confounder === "creep" || (confounder !== "air" && chance.happens(0.6));
  return {
    volumeMl: Math.round(along(chance, 40, 500)),
    hoseFt: wantsHose ? Math.round(within(chance, 2, 8)) : 0,
    hoseType: wantsHose ? (confounder === "creep" || chance.happens(0.15) ? "rubber" : "braided") : null,
    material,
  };
}

/** Neighbouring seeds begin alike in the generator: their bits are mixed first (finaliser of MurmurHash3). */
function scrambled(seed: number): number {
  let bits = Math.imul(seed ^ (seed >>> 16), 0x85ebca6b);
  bits = Math.imul(bits ^ (bits >>> 13), 0xc2b2ae35);
  return (bits ^ (bits >>> 16)) | 0;
}

/** Hot water that has just run, by a bare or a wrapped line: at most 5 F a minute at first. */
function hotCooling(chance: RandomSource): SimulatedTest["warmth"] {
  const startF = within(chance, 95, 140);
  const roomF = within(chance, 64, 76);
  return { startF, roomF, seconds: Math.max(within(chance, 600, 2400), ((startF - roomF) / 5) * 60) };
}

function warmthBy(chance: RandomSource, { confounder, circumstance }: CaseWish): SimulatedTest["warmth"] {
  if (circumstance === "hot-unlogged" || circumstance === "hot-logged") return hotCooling(chance);
  if (confounder === "temperature")
    return {
      startF: within(chance, 50, 62) + (chance.happens(0.5) ? 50 : 0),
      roomF: within(chance, 66, 74),
      seconds: within(chance, 600, 2400),
    };
  const drift = circumstance === "unusual" ? 0.2 : 0.1;
  return { startF: 70 + chance.normal(0, drift), roomF: 70, seconds: 1500 };
}

function gaugeBy(chance: RandomSource, { confounder, circumstance }: CaseWish): SimulatedTest["gauge"] {
  const isDial = confounder === "dial" || (circumstance === "short-coarse" && chance.happens(0.5));
  if (!isDial) return { resolutionPsi: 0.1, type: "digital", noisePsi: within(chance, 0.01, 0.06) };
  return circumstance === "short-coarse" && chance.happens(0.5)
    ? { resolutionPsi: 2, type: "dial", noisePsi: 0.3 }
    : { resolutionPsi: 1, type: "dial", noisePsi: 0.15 };
}

/** Readings as a logger's file has them: seldom later on, and a pause or two without any. */
function asLogged(samples: readonly Sample[], chance: RandomSource): readonly Sample[] {
  const last = samples.at(-1)?.t ?? 0;
  const slowFrom = within(chance, 0.2, 0.7) * last;
  const keepEvery = Math.round(within(chance, 3, 8));
  const pauses = Array.from({ length: chance.happens(0.5) ? 2 : 1 }, () => {
    const from = within(chance, 0.1, 0.8) * last;
    return [from, from + within(chance, 0.03, 0.12) * last] as const;
  });
  return samples.filter(
    ({ t }, at) => (t < slowFrom || at % keepEvery === 0) && !pauses.some(([from, to]) => t > from && t < to),
  );
}

/** One made-up hold of the kind wished for. The same seed gives the same case. */
export function holdCase(seed: number, wish: CaseWish): HoldCase {
  const chance = randomFrom(scrambled(seed));
  const { confounder, leakMlPerMin, circumstance } = wish;
  const section = sectionBy(chance, confounder);
  const drawn = hiddenTruth(section, leakMlPerMin, chance);
  const startPsi = Math.round(within(chance, 48, 75));
  const isShort = circumstance === "short-coarse";
  const minutes = isShort ? within(chance, 5, 10) : Math.round(within(chance, 15, 60));
  const readings = isShort ? Math.round(within(chance, 5, 15)) : Math.round(within(chance, 60, 400));
  const seeps = confounder === "stop-seep" || circumstance === "passing-stop";
  const overPsi =
    confounder === "stop-seep"
      ? Math.round(within(chance, 8, 20))
      : circumstance === "passing-stop" && chance.happens(0.5)
        ? Math.round(within(chance, 0, 10))
        : 0;
  const isLogged =
    circumstance !== "hot-unlogged" &&
    (confounder === "temperature" || circumstance === "hot-logged" || chance.happens(0.3));
  const isHot = circumstance === "hot-unlogged" || circumstance === "hot-logged";
  const setting: SimulatedTest = {
    section,
    startPsi,
    supplyPsi: startPsi + overPsi,
    heldSec: Math.round(confounder === "creep" ? within(chance, 5, 30) : within(chance, 30, 300)),
    minutes,
    everySec: Math.max(1, (minutes * 60) / readings - (isShort ? 1e-6 : 0)),
    gauge: gaugeBy(chance, wish),
    warmth: warmthBy(chance, wish),
    logsTempSd: isLogged ? within(chance, 0.02, 0.15) : null,
    bump:
      confounder === "step"
        ? {
            atSec: within(chance, 0.15, 0.85) * minutes * 60,
            psi: (chance.happens(0.6) ? -1 : 1) * within(chance, 1.5, 8),
          }
        : null,
    lost:
      confounder === "dropouts"
        ? ((from) => ({ fromSec: from, toSec: from + within(chance, 0.15, 0.35) * minutes * 60 }))(
            within(chance, 0.1, 0.5) * minutes * 60,
          )
        : null,
  };
  const truth: HiddenTruth = {
    ...drawn,
    ...(confounder === "air" ? { airMl: section.volumeMl * within(chance, 0.05, 0.08) } : {}),
    ...(circumstance === "unusual"
      ? {
          airMl: section.volumeMl * along(chance, 0.0005, 0.06),
          volumeShare: Math.exp(chance.normal(0, 0.15)),
        }
      : {}),
    ...(seeps
      ? {
          seepMlPerMin:
            circumstance === "passing-stop"
              ? Math.max(leakMlPerMin, 0.02) * along(chance, 0.5, 50)
              : along(chance, 0.02, 0.2),
        }
      : {}),
    settleMl: chance.happens(0.3)
      ? within(chance, 0, 0.01) *
        startPsi *
        (section.volumeMl / 316_000 + section.hoseFt * drawn.hoseMlPerPsiFt)
      : 0,
  };
  const read = readHold(setting, truth, chance);
  const samples = circumstance === "logger-file" ? asLogged(read, chance) : read;
  const wantsDrawOff = confounder === "air" || chance.happens(0.5);
  return {
    test: {
      section,
      startPsi,
      supplyPsi: setting.supplyPsi,
      heldSec: setting.heldSec,
      ambientF: chance.happens(0.5) ? 70 : null,
      ...(isHot ? { water: "hot" as const, ...(chance.happens(0.5) ? { restedMin: 0 } : {}) } : {}),
      stopChecked: seeps ? null : true,
      gauge: { resolutionPsi: setting.gauge.resolutionPsi, type: setting.gauge.type },
      drawOff: wantsDrawOff ? drawOffOf(setting, truth, chance) : null,
      samples,
    },
    truth,
    setting,
    confounder,
    seed,
  };
}

/** A few mL into a syringe before the hold, both readings by the same gauge. */
function drawOffOf(setting: SimulatedTest, truth: HiddenTruth, chance: RandomSource): HoldTest["drawOff"] {
  const section = openSection(setting, truth);
  let ml = 0.2;
  while (ml < 8 && setting.startPsi - section.psiAfterDrawing(ml) < 12) ml *= 1.5;
  const after = section.psiAfterDrawing(ml);
  if (after <= 1) return null;
  const mlSd = Math.hypot(0.02, 0.02 * ml);
  const shown = (psi: number) =>
    Math.round((psi + chance.normal(0, setting.gauge.noisePsi)) / setting.gauge.resolutionPsi) *
    setting.gauge.resolutionPsi;
  const read = Number((ml + chance.normal(0, mlSd)).toFixed(3));
  return read > 0 ? { ml: read, psiBefore: shown(setting.startPsi), psiAfter: shown(after), mlSd } : null;
}
