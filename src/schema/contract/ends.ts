/** Contract of /api/v1/ends/*: identify an end, match two ends. Not served yet. */
import { z } from "zod";
import { JOINT_TYPES, SEALANTS } from "../../core/joints/index.ts";
import { endCode } from "../hookup.ts";
import { example } from "./example.ts";

const span = z.strictObject({
  crests: z.number().int().min(2),
  spanIn: z.number().positive(),
  toleranceIn: z.number().nonnegative(),
});

export const identifyRequest = z.strictObject({
  measured: z.strictObject({
    outsideIn: z.number().positive().nullable(),
    insideIn: z.number().positive().nullable(),
    /** Half-width of the reading's uncertainty: two sigma. */
    toleranceIn: z.number().nonnegative(),
    threadsPerInch: z.number().positive().nullable(),
    tpiTolerance: z.number().nonnegative(),
    pitchMm: z.number().positive().exactOptional(),
    span: span.nullable(),
    gender: z.enum(["male", "female"]).nullable(),
    taper: z.enum(["no", "yes", "unknown"]),
    threaded: z.boolean().exactOptional(),
    material: z.string().exactOptional(),
    seal: z.array(z.enum(["cone", "flat", "ferrule", "tube-seat", "o-ring"])),
    where: z.enum(["stop-outlet", "fill-valve", "faucet", "appliance", "pipe", "unknown"]),
  }),
});

export const identifyResponse = z.object({
  candidates: z.array(
    z.object({
      /** Null: none of the listed ends. */
      end: endCode.nullable(),
      name: z.string(),
      thread: z.string().nullable(),
      probability: z.number().min(0).max(1),
      why: z.array(z.string()),
    }),
  ),
  next: z.object({ measure: z.string(), separates: z.array(endCode) }).nullable(),
  lookAlikes: z.array(
    z.object({
      a: endCode,
      b: endCode,
      turnsBeforeBind: z.number().nullable(),
      symptom: z.string(),
      seals: z.boolean(),
    }),
  ),
});

export const matchRequest = z.strictObject({ a: endCode, b: endCode });
export const matchResponse = z.object({
  fits: z.boolean(),
  joint: z
    .object({
      type: z.enum(JOINT_TYPES),
      sealant: z.enum(SEALANTS),
      turns: z.object({ handOnly: z.boolean(), min: z.number(), max: z.number() }).nullable(),
      wrenches: z.array(z.string()),
    })
    .nullable()
    .optional(),
  startsButWillNotSeal: z.boolean().optional(),
  turnsBeforeBind: z.number().nullable().optional(),
  turnsRange: z.tuple([z.number().nullable(), z.number().nullable()]).optional(),
  why: z.string().optional(),
});

export const endsContract = [
  example({
    path: "/api/v1/ends/identify",
    isServed: false,
    request: identifyRequest,
    response: identifyResponse,
    asks: {
      measured: {
        outsideIn: 0.561,
        insideIn: null,
        toleranceIn: 0.005,
        threadsPerInch: 24,
        tpiTolerance: 1,
        span: { crests: 6, spanIn: 0.209, toleranceIn: 0.005 },
        gender: "male",
        taper: "no",
        seal: ["cone"],
        where: "stop-outlet",
      },
    },
    answers: {
      candidates: [
        {
          end: "comp-3/8-m",
          name: "3/8 in compression outlet",
          thread: "9/16-24 UNEF",
          probability: 0.93,
          why: ["reads as one"],
        },
      ],
      next: { measure: "span over 6 crests", separates: ["comp-1/4-m", "flare-1/4-m"] },
      lookAlikes: [
        { a: "comp-3/8-m", b: "flare-3/8-m", turnsBeforeBind: 1.5, symptom: "binds", seals: false },
      ],
    },
  }),
  example({
    path: "/api/v1/ends/match",
    isServed: false,
    request: matchRequest,
    response: matchResponse,
    asks: { a: "comp-1/4-m", b: "flare-1/4-f" },
    answers: {
      fits: false,
      joint: null,
      startsButWillNotSeal: true,
      turnsBeforeBind: 0.5,
      why: "another pitch",
    },
  }),
  example({
    path: "/api/v1/ends/match",
    isServed: false,
    request: matchRequest,
    response: matchResponse,
    asks: { a: "comp-3/8-m", b: "comp-3/8-f" },
    answers: {
      fits: true,
      joint: {
        type: "cone-gasket",
        sealant: "none",
        turns: { handOnly: false, min: 0.25, max: 0.5 },
        wrenches: ["5/8 in", "11/16 in"],
      },
    },
  }),
];
