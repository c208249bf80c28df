/** The HTTP interface as an OpenAPI document, made from the definitions of its endpoints. */
import { z } from "zod";
import { createDocument, type ZodOpenApiOperationObject } from "zod-openapi";
import type { Endpoint } from "./endpoint/definition.ts";
import { ENDPOINTS } from "./endpoint/index.ts";

export const errorSchema = z
  .strictObject({
    error: z.strictObject({
      code: z.string(),
      message: z.string(),
      fields: z.array(z.strictObject({ path: z.string(), message: z.string() })),
    }),
  })
  .meta({ id: "Error" });

const json = (schema: z.ZodType) => ({ "application/json": { schema } });
const failed = (status: number, description: string) => ({
  [String(status)]: { description, content: json(errorSchema) },
});

const BODY_FAILURES = {
  ...failed(400, "Not JSON"),
  ...failed(415, "Not sent as JSON"),
  ...failed(422, "A field is wrong; the answer names it"),
};

function requestBodyOf(endpoint: Endpoint): Pick<ZodOpenApiOperationObject, "requestBody"> {
  if (endpoint.method === "post") return { requestBody: { required: true, content: json(endpoint.request) } };
  if (endpoint.method === "put")
    return { requestBody: { required: true, content: { [endpoint.type]: { schema: z.string() } } } };
  return {};
}

function answerOf(endpoint: Endpoint): ZodOpenApiOperationObject["responses"] {
  const content =
    "response" in endpoint ? json(endpoint.response) : { [endpoint.type]: { schema: z.string() } };
  return { [String(endpoint.method === "post" ? endpoint.status : 200)]: { description: "Done", content } };
}

function operationOf(endpoint: Endpoint): ZodOpenApiOperationObject {
  const { summary, params, query, failures = {} } = endpoint;
  return {
    summary,
    requestParams: { ...(params ? { path: params } : {}), ...(query ? { query } : {}) },
    ...requestBodyOf(endpoint),
    responses: {
      ...answerOf(endpoint),
      ...(endpoint.method === "post" ? BODY_FAILURES : {}),
      ...(params ? failed(404, "Not here") : {}),
      ...("response" in endpoint ? {} : failed(503, "Not now: come again after the time given")),
      ...Object.fromEntries(
        Object.entries(failures).flatMap(([status, words]) => Object.entries(failed(Number(status), words))),
      ),
    },
  };
}

/** Returns the OpenAPI 3.1 document of /api/v1. */
export function describeInterface(version: string): ReturnType<typeof createDocument> {
  const paths: Record<string, Record<string, ZodOpenApiOperationObject>> = {};
  for (const endpoint of ENDPOINTS) {
    paths[endpoint.path] = { ...paths[endpoint.path], [endpoint.method]: operationOf(endpoint) };
  }
  return createDocument({
    openapi: "3.1.0",
    info: {
      title: "Brass Nut",
      version,
      description: "Works out, makes up, leak-checks and records water supply connections.",
    },
    paths,
  });
}
