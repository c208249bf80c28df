/** The shop's logo: a small picture kept as one setting, shown on records and estimates. */
import { z } from "zod";
import { putSetting, readVersionedSetting } from "../../db/setting.ts";
import type { Context } from "../context.ts";
import { AppError, notFound } from "../http/app-error.ts";
import { pictureType, pixelFault } from "../http/picture.ts";
import { SOMEBODY_ELSE } from "./shop.ts";

const LOGO = "logo";
/** Largest file of a logo, bytes. */
const MOST_BYTES = 300_000;

/** As kept: null where there is none. A PDF takes JPEG and PNG only. */
const logoSchema = z.object({
  logo: z.object({ type: z.enum(["image/jpeg", "image/png"]), base64: z.base64() }).nullable(),
});
type KeptLogo = z.output<typeof logoSchema>["logo"];

export interface Logo {
  readonly type: "image/jpeg" | "image/png";
  readonly bytes: Buffer;
}

/** Returns the logo, null where the shop has none, with the number of the last change. */
export async function versionedLogo({
  sql,
}: Pick<Context, "sql">): Promise<{ readonly logo: Logo | null; readonly version: number }> {
  const { value, version } = await readVersionedSetting(sql, LOGO);
  const parsed = logoSchema.safeParse(value);
  const kept = parsed.success ? parsed.data.logo : null;
  if (kept === null) return { logo: null, version };
  const { type, base64 } = kept;
  return { logo: { type, bytes: Buffer.from(base64, "base64") }, version };
}

/** Returns the address the logo is shown from, which changes with the logo; null where there is none. */
export async function logoAddress(context: Pick<Context, "sql">): Promise<string | null> {
  const { logo, version } = await versionedLogo(context);
  return logo === null ? null : `/logo?${version}`;
}

async function put({ sql }: Pick<Context, "sql">, logo: KeptLogo, seen: number) {
  if ((await putSetting(sql, LOGO, { logo }, seen)) === null) throw new AppError("stale", SOMEBODY_ELSE);
}

/** Keeps the picture of a form's field "logo". Errors: AppError invalid, too-large; stale when somebody has changed it since the version `seen`. */
export async function setLogo(context: Pick<Context, "sql">, form: FormData, seen: number): Promise<void> {
  const file = form.get("logo");
  const unfit = (message: string) =>
    new AppError("invalid", `Logo: ${message}.`, [{ path: "logo", message }]);
  if (!(file instanceof File) || file.size === 0) throw unfit("choose a PNG or JPEG picture first");
  if (file.size > MOST_BYTES)
    throw new AppError("too-large", `Logo: the picture is larger than ${MOST_BYTES / 1000} kB.`);
  const bytes = Buffer.from(await file.arrayBuffer());
  const type = pictureType(bytes);
  if (type !== "image/png" && type !== "image/jpeg") throw unfit("must be a PNG or JPEG picture");
  const fault = pixelFault(bytes);
  if (fault !== null) throw unfit(fault);
  await put(context, { type, base64: bytes.toString("base64") }, seen);
}

/** Takes the logo away. Errors: AppError stale as setLogo. */
export async function removeLogo(context: Pick<Context, "sql">, seen: number): Promise<void> {
  await put(context, null, seen);
}

/** Reads the logo for showing. Errors: AppError not-found. */
export async function showLogo(context: Pick<Context, "sql">): Promise<Response> {
  const { logo } = await versionedLogo(context);
  if (logo === null) throw notFound("logo");
  return new Response(new Uint8Array(logo.bytes), {
    headers: {
      "content-type": logo.type,
      "cache-control": "private, max-age=31536000, immutable",
      "content-security-policy": "default-src 'none'",
    },
  });
}
