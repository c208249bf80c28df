import { AppError, jsonResponse } from "../../../../../../app/http/app-error.ts";
import { idFrom, otherThan, rawEndpoint } from "../../../../../../app/http/endpoint.ts";
import { keepPhoto, showPhoto } from "../../../../../../app/visit/photos.ts";

export const GET = rawEndpoint((app, { params }) =>
  showPhoto(app, idFrom(params["id"], "visit"), idFrom(params["photo"], "picture")),
);
export const PUT = rawEndpoint(async (app, { params, request }) => {
  if (!/^image\//.test(request.headers.get("content-type") ?? ""))
    throw new AppError("not-json-type", "Send the picture as image/jpeg, image/png or image/webp.");
  const bytes = Buffer.from(await request.arrayBuffer());
  return jsonResponse(
    await keepPhoto(app, idFrom(params["id"], "visit"), idFrom(params["photo"], "picture"), bytes),
  );
});
export const ALL = otherThan("GET", "PUT");
