import { notFound } from "../../../../../../app/http/app-error.ts";
import { idFrom, otherThan, rawEndpoint } from "../../../../../../app/http/endpoint.ts";
import { bytesAnswer } from "../../../../../../app/http/file-response.ts";
import { stripSvg } from "../../../../../../app/visit/record-pdf.ts";
import { readVisit } from "../../../../../../app/visit/visit.ts";

export const GET = rawEndpoint(async (app, { params }) => {
  const { state } = await readVisit(app, idFrom(params["id"], "visit"));
  const id = idFrom(params["strip"], "connection");
  const connection = state.connections.find((each) => each.id === id);
  const svg = connection === undefined ? null : stripSvg(app, connection);
  if (svg === null) throw notFound("strip");
  return bytesAnswer(new TextEncoder().encode(svg), "image/svg+xml", "strip.svg");
});
export const ALL = otherThan("GET");
