import { caliperStream } from "../../../../app/caliper.ts";
import { answers, otherThan } from "../../../../app/endpoint.ts";

export const GET = answers(async (app, { url }) => caliperStream(app, url));
export const ALL = otherThan("GET");
