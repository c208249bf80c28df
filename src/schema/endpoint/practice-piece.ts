/** GET /api/v1/instruments/pieces/{piece}. */
import { z } from "zod";
import { SEATS } from "../../core/identify/index.ts";
import { get } from "./definition.ts";

export const practicePieceEndpoint = get({
  path: "/api/v1/instruments/pieces/{piece}",
  summary: "What the eye sees of a practice piece, and what the piece is",
  params: z.object({ piece: z.string() }),
  response: z.strictObject({
    piece: z.number().int(),
    gender: z.enum(["male", "female"]),
    threaded: z.boolean(),
    seal: z.array(z.enum(SEATS)),
    material: z.string().nullable(),
    end: z.string(),
    name: z.string(),
  }),
});
