/** Requests that write to visits. */
import { z } from "zod";
import { uuid } from "./text.ts";
import { incomingEvent } from "./visit.ts";

/** Body of POST /api/v1/visits: the visit's own id and its first events. */
export const openVisitRequest = z
  .strictObject({
    visit: uuid,
    events: z.array(incomingEvent).min(1).max(200),
    sentAt: z.iso.datetime().nullish(),
  })
  .meta({ id: "OpenVisitRequest" });

/** Body of POST /api/v1/visits/{id}/events. `version`: the number of events the writer has seen; absent: add to whatever is there. */
export const addEventsRequest = z
  .strictObject({
    events: z.array(incomingEvent).min(1).max(200),
    version: z.number().int().nonnegative().nullish(),
    sentAt: z.iso.datetime().nullish().meta({
      description:
        "What the sender's clock says now: times typed by a clock that is wrong are corrected by the difference.",
    }),
  })
  .meta({ id: "AddEventsRequest" });

export const addEventsResponse = z
  .strictObject({ visit: uuid, version: z.number().int(), added: z.number().int() })
  .meta({ id: "AddEventsResponse" });
