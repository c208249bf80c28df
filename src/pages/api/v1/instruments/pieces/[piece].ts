import { describePiece } from "../../../../../app/caliper.ts";
import { getEndpoint, otherThan } from "../../../../../app/endpoint.ts";
import { notFound } from "../../../../../app/problem.ts";

export const GET = getEndpoint(async (app, { params }) => {
  if (!/^\d{1,2}$/.test(params["piece"] ?? "")) throw notFound("piece");
  return describePiece(app, Number(params["piece"]));
});
export const ALL = otherThan("GET");
