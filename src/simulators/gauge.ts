/**
 * A simulated pressure gauge on a held section with a hidden leak: water, pipe, hose and trapped air that yield, creep,
 * settling, warmth, a stop that passes, somebody's elbow, and an instrument with marks. Says what it read, and what was true.
 * Physics of docs/data-sources.md, "Pressure hold", written apart from the analyser: stepped through in time, not regressed.
 */

import { ATMOSPHERE_PSI, WATER_BULK_MODULUS_PSI } from "../core/constants/index.ts";
import type { Sample } from "../core/hold/index.ts";
import {
  HOSE_CREEP_PER_DECADE,
  HOSE_ML_PER_PSI_FT,
  type Section,
  WALLS,
  waterDensity,
} from "../core/water/index.ts";
import type { RandomSource } from "./chance.ts";

export interface HiddenTruth {
  /** mL/min at 60 psi; 0: tight. */
  readonly leakMlPerMin: number;
  /** Leak goes with (P/60)^n. */
  readonly exponent: number;
  readonly airMl: number;
  readonly hoseMlPerPsiFt: number;
  readonly wallPsi: number;
  readonly hoseCreep: number;
  readonly wallCreep: number;
  readonly settleMl: number;
  readonly settleSec: number;
  /** Of the upstream stop, mL/min with 60 psi across it. */
  readonly seepMlPerMin: number;
  /** Share by which the section's true volume differs from what was told. */
  readonly volumeShare: number;
}

export interface TemperatureCourse {
  readonly startF: number;
  /** What it tends to. */
  readonly roomF: number;
  readonly seconds: number;
}

export interface SimulatedTest {
  readonly section: Section;
  readonly startPsi: number;
  readonly supplyPsi: number;
  readonly heldSec: number;
  readonly minutes: number;
  readonly everySec: number;
  readonly gauge: {
    readonly resolutionPsi: number;
    readonly type: "digital" | "dial";
    readonly noisePsi: number;
  };
  readonly warmth: TemperatureCourse | null;
  /** Scatter of a logged temperature, F; null: none is logged. */
  readonly logsTempSd: number | null;
  /** Psi by which somebody's bump changes the pressure, and when. */
  readonly bump: { readonly atSec: number; readonly psi: number } | null;
  /** Share of readings that do not arrive. */
  readonly lost: { readonly fromSec: number; readonly toSec: number } | null;
}

const STEPS_A_READING = 6;
/** Longest step through time, s: a stiff section follows its stop within a few. */
const LONGEST_STEP_SEC = 2;

/** What a section of this kind may truly be, drawn from the ranges of WALLS and the hoses. */
export function hiddenTruth(section: Section, leakMlPerMin: number, chance: RandomSource): HiddenTruth {
  const along = ([low, high]: readonly [number, number]) => low * (high / low) ** chance.uniform();
  const within = ([low, high]: readonly [number, number]) => low + chance.uniform() * (high - low);
  const wall = WALLS[section.material ?? "copper"];
  return {
    leakMlPerMin,
    exponent: within([0.5, 1]),
    airMl: section.volumeMl * along([0.0005, 0.02]),
    hoseMlPerPsiFt: section.hoseType === null ? 0 : along(HOSE_ML_PER_PSI_FT[section.hoseType]),
    wallPsi: along(wall.stiffnessPsi),
    hoseCreep: within(HOSE_CREEP_PER_DECADE),
    wallCreep: within(wall.creepPerDecade),
    settleMl: 0,
    settleSec: within([60, 500]),
    seepMlPerMin: 0,
    volumeShare: Math.exp(chance.normal(0, 0.05)),
  };
}

/** Pressure, psi, that holds so much, by bisection: no formula shared with the analyser. */
function pressureHolding(ml: number, firm: number, airMl: number): number {
  if (ml <= 0) return 0;
  let [low, high] = [0, ml / firm + 1];
  for (let turn = 0; turn < 60 && high - low > 1e-7; turn += 1) {
    const middle = (low + high) / 2;
    const held = firm * middle + airMl * (1 - ATMOSPHERE_PSI / (middle + ATMOSPHERE_PSI));
    if (held > ml) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/** The section stepped through in time; `at` gives its pressure and temperature whenever it is asked, seconds ascending. */
export function openSection(setting: SimulatedTest, truth: HiddenTruth) {
  const { section, startPsi, supplyPsi, heldSec, warmth, bump } = setting;
  const volume = section.volumeMl * truth.volumeShare;
  const hose = section.hoseFt * truth.hoseMlPerPsiFt;
  const wall = volume / truth.wallPsi;
  const firm = volume / WATER_BULK_MODULUS_PSI + hose + wall;
  const growth = WALLS[section.material ?? "copper"].growthPerF;
  const tempAt = (t: number) =>
    warmth === null ? 68 : warmth.roomF + (warmth.startF - warmth.roomF) * Math.exp(-t / warmth.seconds);
  const thermal = (t: number) =>
    volume * (Math.log(waterDensity(tempAt(0)) / waterDensity(tempAt(t))) - growth * (tempAt(t) - tempAt(0)));
  const decades = (seconds: number) => Math.log10(1 + Math.max(0, seconds));
  const giving = hose * truth.hoseCreep + wall * truth.wallCreep;
  const changes: { readonly t: number; readonly psi: number }[] = [];
  const crept = (t: number) =>
    giving *
    (startPsi * (decades(t + heldSec) - decades(heldSec)) +
      changes.reduce((sum, change) => sum + change.psi * decades(t - change.t), 0));
  const settled = (t: number) =>
    truth.settleMl * (Math.exp(-heldSec / truth.settleSec) - Math.exp(-(t + heldSec) / truth.settleSec));
  const stored0 = firm * startPsi + truth.airMl * (1 - ATMOSPHERE_PSI / (startPsi + ATMOSPHERE_PSI));
  let now = 0;
  let flowed = 0;
  let pushed = 0;
  let psi = startPsi;
  let noted = startPsi;

  const advance = (to: number) => {
    const dt = to - now;
    const leak = truth.leakMlPerMin * (Math.max(0, psi) / 60) ** truth.exponent;
    const across = supplyPsi - psi;
    const seep = truth.seepMlPerMin * Math.sign(across) * (Math.abs(across) / 60) ** truth.exponent;
    // A flow that would empty it within the step is taken in smaller ones.
    const parts = Math.min(
      2000,
      Math.max(
        1,
        Math.ceil(dt / LONGEST_STEP_SEC),
        Math.ceil((Math.abs(seep - leak) * dt) / 60 / (0.004 * stored0)),
      ),
    );
    for (let part = 1; part <= parts; part += 1) {
      const t = now + dt / parts;
      const leaking = truth.leakMlPerMin * (Math.max(0, psi) / 60) ** truth.exponent;
      const over = supplyPsi - psi;
      const seeping = truth.seepMlPerMin * Math.sign(over) * (Math.abs(over) / 60) ** truth.exponent;
      flowed += ((seeping - leaking) * dt) / parts / 60;
      if (bump && now < bump.atSec && t >= bump.atSec) {
        const after = Math.max(0, psi + bump.psi);
        const held = (each: number) =>
          firm * each + truth.airMl * (1 - ATMOSPHERE_PSI / (each + ATMOSPHERE_PSI));
        pushed += held(after) - held(psi);
      }
      const elastic = stored0 + flowed + pushed + thermal(t) - crept(t) - settled(t);
      psi = pressureHolding(elastic, firm, truth.airMl);
      flowed = Math.max(flowed, flowed - elastic);
      now = t;
    }
    if (Math.abs(psi - noted) > 0.02) {
      changes.push({ t: now, psi: psi - noted });
      noted = psi;
    }
  };
  return {
    at(t: number): { readonly psi: number; readonly tempF: number } {
      const step = Math.max((t - now) / STEPS_A_READING, 1e-9);
      while (now < t - 1e-9) advance(Math.min(t, now + step));
      return { psi, tempF: tempAt(t) };
    },
    /** Lets so much out and says what the gauge shows after it. */
    psiAfterDrawing(ml: number): number {
      const held = firm * psi + truth.airMl * (1 - ATMOSPHERE_PSI / (psi + ATMOSPHERE_PSI));
      return pressureHolding(held - ml, firm, truth.airMl);
    },
  };
}

const rounded = (psi: number, resolution: number) => Math.max(0, Math.round(psi / resolution) * resolution);

/** One reading as the instrument shows it. */
export function readingOf(
  setting: SimulatedTest,
  { t, psi, tempF }: { readonly t: number; readonly psi: number; readonly tempF: number },
  chance: RandomSource,
): Sample {
  const { resolutionPsi, noisePsi } = setting.gauge;
  const shown = Number(rounded(psi + chance.normal(0, noisePsi), resolutionPsi).toFixed(4));
  return setting.logsTempSd === null
    ? { t, psi: shown }
    : { t, psi: shown, tempF: Number((tempF + chance.normal(0, setting.logsTempSd)).toFixed(2)) };
}

/** Every reading of a hold. */
export function readHold(
  setting: SimulatedTest,
  truth: HiddenTruth,
  chance: RandomSource,
): readonly Sample[] {
  const section = openSection(setting, truth);
  const samples: Sample[] = [];
  for (let t = 0; t <= setting.minutes * 60 + 1e-9; t += setting.everySec) {
    const reading = readingOf(setting, { t, ...section.at(t) }, chance);
    const { lost } = setting;
    if (lost === null || t < lost.fromSec || t > lost.toSec) samples.push(reading);
  }
  return samples;
}
