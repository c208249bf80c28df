import { getEndpoint, otherThan } from "../../../app/http/endpoint.ts";
import { describeInterface } from "../../../schema/openapi.ts";
import { VERSION } from "../../../version.ts";

/** The same for as long as the process lives. */
let made: ReturnType<typeof describeInterface> | undefined;

export const GET = getEndpoint(async () => {
  made ??= describeInterface(VERSION);
  return made;
});
export const ALL = otherThan("GET");
