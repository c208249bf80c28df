/** Going from the demonstration to our own shop and back, from the browser's side. */
import { forgetKeptPages } from "./keep-visits.ts";
import { visitsQueued } from "./visit-log/waiting-store.ts";

const HEALTH = "/api/v1/health";
const LOOK_EVERY_MS = 700;

/** Keeps a shop from being changed while this device holds entries the other one has never heard of. */
export function guardShopChange(form: HTMLFormElement): void {
  form.addEventListener("submit", (event) => {
    if (visitsQueued().length === 0) return;
    event.preventDefault();
    const said = form.querySelector<HTMLElement>("[data-unsent-first]");
    if (said) said.hidden = false;
  });
}

async function shopServed(): Promise<string | null> {
  try {
    const answer: unknown = await (await fetch(HEALTH)).json();
    return typeof answer === "object" && answer !== null && "shop" in answer ? String(answer.shop) : null;
  } catch {
    // The server is just being started anew.
    return null;
  }
}

/** Waits until the wanted shop is served, forgets the pages of the other, and opens Today. */
export async function waitForShop(wanted: string): Promise<void> {
  while ((await shopServed()) !== wanted) await new Promise((again) => setTimeout(again, LOOK_EVERY_MS));
  await forgetKeptPages();
  location.assign("/");
}
