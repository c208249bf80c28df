import { describePiece } from "../../../../../app/caliper.ts";
import { otherThan, reads } from "../../../../../app/endpoint.ts";
import { notFound } from "../../../../../app/problem.ts";

export const GET = reads(async (app, { params }) => {
  if (!/^\d{1,2}$/.test(params["piece"] ?? "")) throw notFound("piece");
  return describePiece(app, Number(params["piece"]));
});
export const ALL = otherThan("GET");
