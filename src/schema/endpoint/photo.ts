/** GET and PUT /api/v1/visits/{id}/photos/{photo}. */
import { z } from "zod";
import { file, put } from "./definition.ts";
import { onPhoto } from "./visit-paths.ts";

const path = "/api/v1/visits/{id}/photos/{photo}";

export const showPhotoEndpoint = file({
  path,
  summary: "A picture of a visit",
  params: onPhoto,
  type: "image/jpeg",
});

export const keepPhotoEndpoint = put({
  path,
  summary: "Keep a picture, exactly once: JPEG, PNG or WebP",
  params: onPhoto,
  type: "image/jpeg",
  response: z.strictObject({ photo: z.uuid() }),
  failures: {
    409: "Another picture has this id",
    413: "Too large",
    422: "No picture, or too many pixels, or the visit has as many as it may",
  },
});
