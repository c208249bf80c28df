import { jsonResponse } from "../../../app/http/app-error.ts";
import { otherThan, rawEndpoint } from "../../../app/http/endpoint.ts";
import { describeInterface } from "../../../schema/openapi.ts";
import { VERSION } from "../../../version.ts";

/** The same for as long as the process lives. */
let made: ReturnType<typeof describeInterface> | undefined;

export const GET = rawEndpoint(async () => {
  made ??= describeInterface(VERSION);
  return jsonResponse(made);
});
export const ALL = otherThan("GET");
