import { otherThan, rawEndpoint } from "../../../../app/http/endpoint.ts";
import { caliperStream } from "../../../../app/identify/caliper.ts";

export const GET = rawEndpoint(async (app, { url }) => caliperStream(app, url));
export const ALL = otherThan("GET");
