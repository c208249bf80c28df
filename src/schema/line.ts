/** The line fitter at the border. */
import { z } from "zod";
import { RATINGS } from "../core/line/index.ts";

const coordinate = z.number().min(-2400).max(2400);
const vector = z.tuple([coordinate, coordinate, coordinate]);
/** A direction; nothing of it must be larger than 2400, and it must point somewhere. */
export const lineDirection = vector.refine((each) => Math.hypot(...each) > 1e-9, {
  error: "must point somewhere: 0, 0, 0 has no direction",
});
/** Where an end lies and the way a line leaves it. */
export const lineEnd = z.strictObject({ at: vector, direction: lineDirection });
const inches = z.number().positive().max(1200);

/** Most lengths and walls one request may ask about: a long catalogue page, a closed box. */
const MOST_LENGTHS = 40;
const MOST_WALLS = 8;

/** Flats a line may not cross. */
export const wallList = z.array(z.strictObject({ point: vector, normal: lineDirection })).max(MOST_WALLS);

/** Body of POST /api/v1/lines/fit. */
export const fitRequest = z
  .strictObject({
    a: lineEnd,
    b: lineEnd,
    cuffIn: z.number().min(0).max(6),
    minBendRadiusIn: z.number().positive().max(100),
    lengthsIn: z.array(inches).min(1).max(MOST_LENGTHS),
    freeBulgeIn: inches.exactOptional(),
    walls: wallList.exactOptional(),
    /** Slack below which a line is taut: share of the distance between the cuff tips, and inches. */
    tautShare: z.number().min(0).max(0.5).exactOptional(),
    tautIn: z.number().min(0).max(12).exactOptional(),
  })
  .meta({ id: "FitRequest" });

const fit = z.strictObject({
  lengthIn: z.number(),
  rating: z.enum(RATINGS),
  /** Null where there is no curve: the line does not reach, or walls leave it no shape. */
  minRadiusIn: z.number().nullable(),
  bulgeIn: z.number().nullable(),
  slackIn: z.number(),
  curve: z.array(z.tuple([z.number(), z.number(), z.number()])),
  worstAtIn: z.number().nullable().exactOptional(),
  pull: z.number().nullable().exactOptional(),
  leavesPlane: z.boolean().exactOptional(),
  touchy: z.boolean().exactOptional(),
  radiusRangeIn: z.tuple([z.number(), z.number()]).nullable().exactOptional(),
  converged: z.boolean().exactOptional(),
});

/** Answer of POST /api/v1/lines/fit. */
export const fitResponse = z
  .strictObject({
    fits: z.array(fit),
    goodIntervalsIn: z.array(z.tuple([z.number(), z.number().nullable()])),
    shortestGoodIn: z.number().nullable(),
    best: fit.nullable(),
  })
  .meta({ id: "FitResponse" });

export type FitRequest = z.output<typeof fitRequest>;
export type FitAnswer = z.output<typeof fitResponse>;
