import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { loadOfVisits } from "../../../../app/shop/truck-load.ts";
import { loadEndpoint } from "../../../../schema/endpoint/truck-load.ts";

export const POST = postEndpoint(loadEndpoint, (app, { visits }) => loadOfVisits(app, visits));
export const ALL = otherThan("POST");
