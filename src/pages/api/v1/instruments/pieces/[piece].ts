import { notFound } from "../../../../../app/http/app-error.ts";
import { getEndpoint, otherThan } from "../../../../../app/http/endpoint.ts";
import { describePiece } from "../../../../../app/identify/caliper.ts";
import { practicePieceEndpoint } from "../../../../../schema/endpoint/practice-piece.ts";

export const GET = getEndpoint(practicePieceEndpoint, async (app, { params }) => {
  if (!/^\d{1,2}$/.test(params["piece"] ?? "")) throw notFound("piece");
  return describePiece(app, Number(params["piece"]));
});
export const ALL = otherThan("GET");
