/** Tables of what pipe, parts and valves do to the water. */
import { z } from "zod";
import { FIXTURES } from "../core/plan/index.ts";

const positive = z.number().positive();
const code = z.string().min(1);
const note = code.nullable();

const estimate = z
  .strictObject({
    low: z.number().nonnegative(),
    likely: z.number().nonnegative(),
    high: z.number().nonnegative(),
  })
  .refine(({ low, likely, high }) => low <= likely && likely <= high, "must rise from low to high");
export const loss = z.strictObject({ kind: code, k: estimate, note });
export const roughness = z.strictObject({ material: code, mm: estimate, note });

export const pipeSize = z.strictObject({
  code,
  label: code,
  material: code,
  boreIn: positive,
  wallIn: positive,
});
export const waveSpeed = z
  .strictObject({ material: code, modulusKsi: estimate.nullable(), speedFtS: estimate.nullable(), note })
  .refine(
    ({ modulusKsi, speedFtS }) => (modulusKsi === null) !== (speedFtS === null),
    "states either a modulus or a speed",
  );
export const inletValve = z.strictObject({
  fixture: z.enum(FIXTURES),
  valve: code,
  closureMs: estimate,
  units: positive,
  fillGal: positive,
  note,
});
export const arrestorSize = z.strictObject({
  size: code,
  units: z.strictObject({ from: positive, until: positive }),
  gasIn3: positive,
  prechargePsi: positive,
  bodyIn: positive,
  note,
});
