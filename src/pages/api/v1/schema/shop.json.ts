import { z } from "zod";
import { jsonResponse } from "../../../../app/http/app-error.ts";
import { otherThan, rawEndpoint } from "../../../../app/http/endpoint.ts";
import { shopArchive } from "../../../../schema/shop-archive.ts";

/** The same for as long as the process lives. */
let made: object | undefined;

export const GET = rawEndpoint(async () => {
  made ??= z.toJSONSchema(shopArchive, { io: "input" });
  return jsonResponse(made);
});
export const ALL = otherThan("GET");
