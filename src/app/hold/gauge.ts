/** Gauge readings as a stream of server-sent events: simulated in this version, and every reading says so. */
import { z } from "zod";
import { randomFrom } from "../../simulators/chance.ts";
import { hiddenTruth, openSection, readingOf, type SimulatedTest } from "../../simulators/gauge.ts";
import { invalid } from "../http/app-error.ts";
import { eventStream } from "../http/event-stream.ts";
import { sectionFrom } from "./hold-answers.ts";

const number = (name: string, most: number) =>
  z
    .string()
    .regex(/^\d{1,6}(\.\d{1,4})?$/, `${name}: a number`)
    .transform(Number)
    .refine((value) => value <= most, `${name}: at most ${most}`);

const query = z.strictObject({
  /** Which of the practice sections: each hides something else. */
  hides: z
    .string()
    .regex(/^[1-6]$/, "hides: a number from 1 to 6")
    .transform(Number),
  volumeMl: number("volumeMl", 10_000).refine((value) => value > 0, "volumeMl: above 0"),
  hoseFt: number("hoseFt", 200),
  hoseType: z.enum(["braided", "rubber", "none"]),
  material: z.string().max(60),
  startPsi: number("startPsi", 300).refine((value) => value > 0, "startPsi: above 0"),
  minutes: number("minutes", 240).refine((value) => value >= 1, "minutes: at least 1"),
});

interface Hidden {
  readonly leakMlPerMin: number;
  readonly seepMlPerMin: number;
  readonly startF: number;
}

/** What the practice sections hide. */
const HIDES: readonly Hidden[] = [
  { leakMlPerMin: 0, seepMlPerMin: 0, startF: 70 },
  { leakMlPerMin: 0.03, seepMlPerMin: 0, startF: 70 },
  { leakMlPerMin: 0, seepMlPerMin: 0, startF: 60 },
  { leakMlPerMin: 0.25, seepMlPerMin: 0, startF: 70 },
  { leakMlPerMin: 0.012, seepMlPerMin: 0, startF: 70 },
  { leakMlPerMin: 0.02, seepMlPerMin: 0.15, startF: 70 },
];

const READINGS = 160;
/** A reading every so often, ms: a hold of any length plays in 16 seconds. */
const EVERY_MS = 100;
const SEED = 20_261;

/** Returns the streams readings of the simulated gauge on a practice section. Errors: AppError invalid. */
export function gaugeStream(url: URL): Response {
  const parsed = query.safeParse(Object.fromEntries(url.searchParams));
  if (!parsed.success) throw invalid(parsed.error);
  const { hides, volumeMl, hoseFt, hoseType, material, startPsi, minutes } = parsed.data;
  const hidden = HIDES[hides - 1] ?? { leakMlPerMin: 0, seepMlPerMin: 0, startF: 70 };
  const section = sectionFrom({
    volumeMl,
    hoseFt,
    hoseType: hoseType === "none" ? null : hoseType,
    material,
  });
  const chance = randomFrom(SEED + hides * 7919);
  const everySec = (minutes * 60) / READINGS;
  const setting: SimulatedTest = {
    section,
    startPsi,
    supplyPsi: hidden.seepMlPerMin > 0 ? startPsi + 12 : startPsi,
    heldSec: 60,
    minutes,
    everySec,
    gauge: { resolutionPsi: 0.1, type: "digital", noisePsi: 0.03 },
    warmth: { startF: hidden.startF, roomF: 70, seconds: 1500 },
    logsTempSd: 0.05,
    bump: null,
    lost: null,
  };
  const truth = { ...hiddenTruth(section, hidden.leakMlPerMin, chance), seepMlPerMin: hidden.seepMlPerMin };
  const simulated = openSection(setting, truth);
  let at = 0;
  return eventStream(() => {
    if (at > READINGS) return null;
    const t = Number((at * everySec).toFixed(1));
    at += 1;
    return { ...readingOf(setting, { t, ...simulated.at(t) }, chance), simulated: true };
  }, EVERY_MS);
}
