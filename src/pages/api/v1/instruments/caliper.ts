import { caliperStream } from "../../../../app/caliper.ts";
import { otherThan, rawEndpoint } from "../../../../app/endpoint.ts";

export const GET = rawEndpoint(async (app, { url }) => caliperStream(app, url));
export const ALL = otherThan("GET");
