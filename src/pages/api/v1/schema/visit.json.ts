import { z } from "zod";
import { getEndpoint, otherThan } from "../../../../app/http/endpoint.ts";
import { visitFile } from "../../../../schema/visit.ts";

/** The same for as long as the process lives. */
let made: object | undefined;

export const GET = getEndpoint(async () => {
  made ??= z.toJSONSchema(visitFile, { io: "input" });
  return made;
});
export const ALL = otherThan("GET");
