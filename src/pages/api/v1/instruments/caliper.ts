import { caliperStream } from "../../../../app/caliper.ts";
import { answers, otherMethods } from "../../../../app/endpoint.ts";

export const GET = answers(async (app, { url }) => caliperStream(app, url));
export const ALL = otherMethods;
