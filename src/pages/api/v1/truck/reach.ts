import { otherThan, postEndpoint } from "../../../../app/http/endpoint.ts";
import { reachOfTruck } from "../../../../app/shop/truck-reach.ts";
import { reachEndpoint } from "../../../../schema/endpoint/truck-reach.ts";

export const POST = postEndpoint(reachEndpoint, (app, { stock, demand }, { request }) =>
  reachOfTruck(app, new Map(Object.entries(stock)), demand ?? null, request.signal),
);
export const ALL = otherThan("POST");
