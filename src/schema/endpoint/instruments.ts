/** Streams of readings: the caliper and the gauge, both simulated until a real one is connected. */
import { z } from "zod";
import { stream } from "./definition.ts";

const simulated = z.boolean();

export const caliperStreamEndpoint = stream({
  path: "/api/v1/instruments/caliper",
  summary: "Readings of the caliper as they come (simulated)",
  event: z.strictObject({ valueIn: z.number(), simulated }),
});

export const gaugeStreamEndpoint = stream({
  path: "/api/v1/instruments/gauge",
  summary: "Readings of the gauge as they come (simulated)",
  event: z.strictObject({
    t: z.number(),
    psi: z.number(),
    tempF: z.number().exactOptional(),
    simulated,
  }),
});
