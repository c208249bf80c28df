/** Going from the demonstration to our own shop and back, from the browser's side. */
import { forgetKeptPages } from "./keep-visits.ts";
import { visitsQueued } from "./visit-log/waiting-store.ts";

const HEALTH = "/api/v1/health";
const LOOK_EVERY_MS = 700;

/** Keeps a shop from being changed while this device holds entries the other one has never heard of. */
export function guardShopChange(form: HTMLFormElement): void {
  form.addEventListener("submit", (event) => {
    event.preventDefault();
    const { submitter } = event;
    const go = () => {
      // A form that is sent by a script names no button: what the button says goes along.
      if (submitter instanceof HTMLButtonElement && submitter.name !== "")
        form.append(
          Object.assign(document.createElement("input"), {
            type: "hidden",
            name: submitter.name,
            value: submitter.value,
          }),
        );
      form.submit();
    };
    visitsQueued().then((visits) => {
      if (visits.length === 0) return go();
      const said = form.querySelector<HTMLElement>("[data-unsent-first]");
      if (said) said.hidden = false;
      // A browser that keeps nothing holds nothing.
    }, go);
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
