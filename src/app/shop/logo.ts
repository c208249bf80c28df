/** The shop's logo: a small picture kept as one setting, shown on records and estimates. */
import { z } from "zod";
import { readSettingField } from "../../db/setting.ts";
import type { Context } from "../context.ts";
import { AppError, notFound } from "../http/app-error.ts";
import { pictureAnswer, pictureType, pixelFault } from "../http/picture.ts";
import { keepSetting, readSetting } from "./setting.ts";

const LOGO = "logo";
/** Largest file of a logo, bytes. */
const MOST_BYTES = 300_000;

/** As kept: null where there is none. A PDF takes JPEG and PNG only. */
const logoSchema = z.object({
  logo: z.object({ type: z.enum(["image/jpeg", "image/png"]), base64: z.base64() }).nullable(),
});

export interface Logo {
  readonly type: "image/jpeg" | "image/png";
  readonly bytes: Buffer;
}

/** Returns the logo; null where the shop has none. */
export async function shopLogo({ sql }: Pick<Context, "sql">): Promise<Logo | null> {
  const { value } = await readSetting(sql, LOGO, logoSchema);
  const kept = value?.logo ?? null;
  return kept && { type: kept.type, bytes: Buffer.from(kept.base64, "base64") };
}

/** Returns the address the logo is shown from, which changes with the logo (null where there is none), with the number of the last change. The picture itself is not read. */
export async function versionedLogoAddress({
  sql,
}: Pick<Context, "sql">): Promise<{ readonly address: string | null; readonly version: number }> {
  const { text: type, version } = await readSettingField(sql, LOGO, ["logo", "type"]);
  return { address: type === null ? null : `/logo?${version}`, version };
}

/** Returns the address the logo is shown from; null where there is none. */
export async function logoAddress(context: Pick<Context, "sql">): Promise<string | null> {
  return (await versionedLogoAddress(context)).address;
}

/** Keeps the picture of a form's field "logo". Errors: AppError invalid, too-large; stale when somebody has changed it since the version `seen`. */
export async function setLogo({ sql }: Pick<Context, "sql">, form: FormData, seen: number): Promise<void> {
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
  await keepSetting(sql, LOGO, { logo: { type, base64: bytes.toString("base64") } }, seen);
}

/** Takes the logo away. Errors: AppError stale as setLogo. */
export async function removeLogo({ sql }: Pick<Context, "sql">, seen: number): Promise<void> {
  await keepSetting(sql, LOGO, { logo: null }, seen);
}

/** Reads the logo for showing. Errors: AppError not-found. */
export async function showLogo(context: Pick<Context, "sql">): Promise<Response> {
  const logo = await shopLogo(context);
  if (logo === null) throw notFound("logo");
  return pictureAnswer(logo.bytes, logo.type);
}
