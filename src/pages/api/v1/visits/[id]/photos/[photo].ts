import { answers, idFrom, otherThan } from "../../../../../../app/endpoint.ts";
import { keepPhoto, showPhoto } from "../../../../../../app/photos.ts";
import { jsonAnswer, Problem } from "../../../../../../app/problem.ts";

export const GET = answers((app, { params }) =>
  showPhoto(app, idFrom(params["id"], "visit"), idFrom(params["photo"], "picture")),
);
export const PUT = answers(async (app, { params, request }) => {
  if (!/^image\//.test(request.headers.get("content-type") ?? ""))
    throw new Problem("not-json-type", "Send the picture as image/jpeg, image/png or image/webp.");
  const bytes = Buffer.from(await request.arrayBuffer());
  return jsonAnswer(
    await keepPhoto(app, idFrom(params["id"], "visit"), idFrom(params["photo"], "picture"), bytes),
  );
});
export const ALL = otherThan("GET", "PUT");
