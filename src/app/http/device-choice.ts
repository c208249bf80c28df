/** What somebody has chosen on a device and the device keeps. */
import type { APIContext } from "astro";

/** How long a device keeps a choice, seconds. */
const YEAR_S = 365 * 24 * 60 * 60;

/** Keeps a choice on the device that asks. */
export function keepChoice({ cookies }: Pick<APIContext, "cookies">, name: string, value: string): void {
  cookies.set(name, value, { path: "/", maxAge: YEAR_S, sameSite: "lax", httpOnly: true });
}
