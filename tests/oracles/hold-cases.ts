/** Simulated hold tests of all kinds, with what was true: for the bench, tests and drills. */
import type { HoldTest, Suspect } from "../../src/core/hold/index.ts";
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

export interface CaseWish {
  readonly leakMlPerMin: number;
  readonly confounder: Confounder | null;
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

/** One made-up hold of the kind wished for. The same seed gives the same case. */
export function holdCase(seed: number, wish: CaseWish): HoldCase {
  const chance = randomFrom(scrambled(seed));
  const { confounder, leakMlPerMin } = wish;
  const section = sectionBy(chance, confounder);
  const drawn = hiddenTruth(section, leakMlPerMin, chance);
  const startPsi = Math.round(within(chance, 48, 75));
  const minutes = Math.round(within(chance, 15, 60));
  const readings = Math.round(within(chance, 60, 400));
  const seeps = confounder === "stop-seep";
  const isDial = confounder === "dial";
  const setting: SimulatedTest = {
    section,
    startPsi,
    supplyPsi: seeps ? startPsi + Math.round(within(chance, 8, 20)) : startPsi,
    heldSec: Math.round(confounder === "creep" ? within(chance, 5, 30) : within(chance, 30, 300)),
    minutes,
    everySec: Math.max(1, Math.round((minutes * 60) / readings)),
    gauge: isDial
      ? { resolutionPsi: 1, type: "dial", noisePsi: 0.15 }
      : { resolutionPsi: 0.1, type: "digital", noisePsi: within(chance, 0.01, 0.06) },
    warmth:
      confounder === "temperature"
        ? {
            startF: within(chance, 50, 62) + (chance.happens(0.5) ? 50 : 0),
            roomF: within(chance, 66, 74),
            seconds: within(chance, 600, 2400),
          }
        : { startF: 70 + chance.normal(0, 0.1), roomF: 70, seconds: 1500 },
    logsTempSd: confounder === "temperature" || chance.happens(0.3) ? within(chance, 0.02, 0.15) : null,
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
    ...(seeps ? { seepMlPerMin: along(chance, 0.02, 0.2) } : {}),
    settleMl: chance.happens(0.3)
      ? within(chance, 0, 0.01) *
        startPsi *
        (section.volumeMl / 316_000 + section.hoseFt * drawn.hoseMlPerPsiFt)
      : 0,
  };
  const samples = readHold(setting, truth, chance);
  const wantsDrawOff = confounder === "air" || chance.happens(0.5);
  return {
    test: {
      section,
      startPsi,
      supplyPsi: setting.supplyPsi,
      heldSec: setting.heldSec,
      ambientF: chance.happens(0.5) ? 70 : null,
      stopChecked: seeps ? null : chance.happens(0.85) ? true : null,
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
