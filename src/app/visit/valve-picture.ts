/** Pictures of a site's valves: kept with the visit on which they were taken. */
import type { VisitState } from "../../core/visit/index.ts";
import type { Context } from "../context.ts";
import { idFrom } from "../http/endpoint.ts";
import { keepPhoto } from "./photos.ts";
import { readVisit } from "./visit.ts";

export type ValvePicture = NonNullable<VisitState["valves"][number]["picture"]>;

/**
 * Returns the picture of the valve a form names: keeps the one in its field "picture", else the one the valve has. Errors: AppError
 * not-found, and as keepPhoto for what cannot be kept.
 */
export async function pictureOfValve(
  context: Context,
  visit: string,
  form: FormData,
): Promise<ValvePicture | null> {
  const file = form.get("picture");
  if (file instanceof File && file.size > 0) {
    const photo = idFrom(String(form.get("photo") ?? ""), "picture");
    await keepPhoto(context, visit, photo, Buffer.from(await file.arrayBuffer()));
    return { visit, photo };
  }
  const { state } = await readVisit(context, visit);
  return state.valves.find(({ name }) => name === form.get("name"))?.picture ?? null;
}
