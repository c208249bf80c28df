/** The HTTP interface as an OpenAPI document, made from the schemas that guard it. */
import { z } from "zod";
import { createDocument, type ZodOpenApiOperationObject } from "zod-openapi";
import { identifyRequest, identifyResponse, matchRequest, matchResponse } from "./end.ts";
import {
  holdRequest,
  holdResponse,
  planHoldRequest,
  planHoldResponse,
  watchRequest,
  watchResponse,
} from "./hold.ts";
import { fitRequest, fitResponse } from "./line.ts";
import { planRequest, planResponse } from "./plan.ts";
import { scheduleRequest, scheduleResponse } from "./schedule.ts";
import { addEventsRequest, addEventsResponse, openVisitRequest, visitFile, visitResponse } from "./visit.ts";
import { visitListQuery } from "./visit-list.ts";

export const errorResponse = z
  .strictObject({
    error: z.strictObject({
      code: z.string(),
      message: z.string(),
      fields: z.array(z.strictObject({ path: z.string(), message: z.string() })),
    }),
  })
  .meta({ id: "Error" });

export const healthResponse = z
  .strictObject({ status: z.enum(["ok", "degraded"]), database: z.enum(["ok", "away"]), version: z.string() })
  .meta({ id: "Health" });

const json = (schema: z.ZodType) => ({ "application/json": { schema } });
const failed = (status: number, description: string) => ({
  [String(status)]: { description, content: json(errorResponse) },
});
const forSpreadsheet = { query: z.object({ for: z.literal("spreadsheet").optional() }) };
const onVisit = { path: z.object({ id: z.uuid() }) };
const onPhoto = { path: z.object({ id: z.uuid(), photo: z.uuid() }) };
const onHold = { path: z.object({ id: z.uuid(), hold: z.uuid() }) };

/** An endpoint whose answer is no JSON. */
function file(
  summary: string,
  type: string,
  requestParams: ZodOpenApiOperationObject["requestParams"] = {},
): ZodOpenApiOperationObject {
  return {
    summary,
    requestParams,
    responses: {
      "200": { description: "Done", content: { [type]: { schema: z.string() } } },
      ...failed(404, "Not here"),
      ...failed(503, "Not now: come again after the time given"),
    },
  };
}

function operation(
  summary: string,
  answer: z.ZodType,
  more: Partial<ZodOpenApiOperationObject> = {},
  status = 200,
): ZodOpenApiOperationObject {
  return {
    summary,
    ...more,
    responses: {
      [String(status)]: { description: "Done", content: json(answer) },
      ...(more.requestBody
        ? {
            ...failed(400, "Not JSON"),
            ...failed(415, "Not sent as JSON"),
            ...failed(422, "A field is wrong; the answer names it"),
          }
        : {}),
      ...(more.requestParams ? failed(404, "No such visit") : {}),
      ...(more.responses ?? {}),
    },
  };
}

/** OpenAPI 3.1 document of /api/v1. */
export function describeInterface(version: string): ReturnType<typeof createDocument> {
  const body = (schema: z.ZodType) => ({ requestBody: { required: true, content: json(schema) } });
  return createDocument({
    openapi: "3.1.0",
    info: {
      title: "Brass Nut",
      version,
      description: "Works out, makes up, leak-checks and records water supply connections.",
    },
    paths: {
      "/api/v1/health": { get: operation("Is the service and its database there?", healthResponse) },
      "/api/v1/ends": {
        get: operation("The tables of ends, threads and joints", z.looseObject({})),
      },
      "/api/v1/ends/identify": {
        post: operation("Which end is it, from what was measured", identifyResponse, body(identifyRequest)),
      },
      "/api/v1/ends/match": {
        post: operation("What happens when two ends meet", matchResponse, body(matchRequest)),
      },
      "/api/v1/visits/run-sheet": {
        post: operation(
          "The steps of some connections, with when each is done and when the water is off",
          scheduleResponse,
          body(scheduleRequest),
        ),
      },
      "/api/v1/leaks/hold": {
        post: operation(
          "What a pressure hold says, and what it could not have seen",
          holdResponse,
          body(holdRequest),
        ),
      },
      "/api/v1/leaks/plan-hold": {
        post: operation(
          "How long a hold must last to tell a wanted leak",
          planHoldResponse,
          body(planHoldRequest),
        ),
      },
      "/api/v1/leaks/watch": {
        post: operation(
          "What a look, a tissue, counted drips or a meter says, and could not have seen",
          watchResponse,
          body(watchRequest),
        ),
      },
      "/api/v1/lines/fit": {
        post: operation("Which length of line bends well between two ends", fitResponse, body(fitRequest)),
      },
      "/api/v1/hookups/plan": {
        post: operation("What goes between two ends", planResponse, body(planRequest)),
      },
      "/api/v1/hookups/ways": {
        post: operation(
          "Plans with other ways and swaps, for trying out",
          z.looseObject({}),
          body(planRequest),
        ),
      },
      "/api/v1/catalogue.csv": {
        get: file("The whole catalogue of this shop as CSV", "text/csv", forSpreadsheet),
      },
      "/api/v1/steps.csv": { get: file("The step library of this shop as CSV", "text/csv", forSpreadsheet) },
      "/api/v1/look-backs.ics": { get: file("Follow-up checks to come, as a calendar", "text/calendar") },
      "/api/v1/visits/{id}/water-off.ics": {
        get: file("When a visit's water is off, as a calendar", "text/calendar", onVisit),
      },
      "/api/v1/visits/{id}/holds/{hold}.csv": {
        get: file("Readings of a kept pressure hold as CSV", "text/csv", onHold),
      },
      "/api/v1/visits/{id}/photos/{photo}": {
        get: file("A picture of a visit", "image/jpeg", onPhoto),
        put: {
          summary: "Keep a picture, exactly once: JPEG, PNG or WebP",
          requestParams: onPhoto,
          requestBody: { required: true, content: { "image/jpeg": { schema: z.string() } } },
          responses: {
            "200": { description: "Kept", content: json(z.strictObject({ photo: z.uuid() })) },
            ...failed(409, "Another picture has this id"),
            ...failed(413, "Too large"),
            ...failed(422, "No picture, or too many pixels, or the visit has as many as it may"),
          },
        },
      },
      "/api/v1/instruments/caliper": {
        get: file("Readings of the caliper as they come (simulated)", "text/event-stream"),
      },
      "/api/v1/instruments/gauge": {
        get: file("Readings of the gauge as they come (simulated)", "text/event-stream"),
      },
      "/api/v1/instruments/pieces/{piece}": {
        get: operation("What the eye sees of a practice piece, and what the piece is", z.looseObject({}), {
          requestParams: { path: z.object({ piece: z.string() }) },
        }),
      },
      "/api/v1/schema/visit.json": { get: operation("JSON schema of a visit's file", z.looseObject({})) },
      "/api/v1/visits": {
        get: operation(
          "Visits, page by page, open ones first",
          z.looseObject({ visits: z.array(z.looseObject({ visit: z.uuid() })), next: z.string().nullable() }),
          { requestParams: { query: visitListQuery } },
        ),
        post: operation(
          "Open a visit",
          addEventsResponse,
          { ...body(openVisitRequest), responses: failed(409, "The id is taken") },
          201,
        ),
      },
      "/api/v1/visits/{id}": {
        get: operation("One visit with all its events", visitResponse, { requestParams: onVisit }),
      },
      "/api/v1/visits/{id}/events": {
        post: operation("Add events to a visit, exactly once each", addEventsResponse, {
          ...body(addEventsRequest),
          requestParams: onVisit,
          responses: failed(409, "Stale version, or an id that says something else"),
        }),
      },
      "/api/v1/visits/{id}/export": {
        get: operation("The visit as a file", visitFile, { requestParams: onVisit }),
      },
      "/api/v1/visits/import": {
        post: operation("Read a visit from its file", addEventsResponse, {
          ...body(visitFile),
          responses: failed(409, "The visit here tells a different story"),
        }),
      },
    },
  });
}
