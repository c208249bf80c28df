/** Answering a survey in the browser: on the drawing, part by part. */
import type { Page } from "playwright-core";
import { alive, go, openPicker } from "./browser.ts";

type ScenePart = "supply" | "stop" | "inlet" | "line" | "water" | "fixture";

/** Opens a visit on Today with what is to be connected, and waits for the survey of its first connection. */
export async function beginVisit(page: Page, group: string): Promise<void> {
  await go(page, "/");
  await openPicker(page);
  await page.getByRole("button", { name: group, exact: true }).click();
  await page.waitForURL(/\/survey(#|$)/);
  await alive(page);
}

/** Opens the questions about one part of the job. */
export async function openPart(page: Page, part: ScenePart): Promise<void> {
  await page.locator(`[data-scene-part="${part}"] .scene-area`).click({ position: { x: 20, y: 20 } });
  await page.locator(`[data-part-questions="${part}"]`).waitFor();
  // The script of a panel is fetched when it is first shown.
  await page.locator("[data-part-questions] [data-opening]").waitFor({ state: "detached" });
}

/** Chooses an end in a picker: among the likely ones, or by what it is called. */
export async function chooseEnd(page: Page, label: string, code: string, called: string): Promise<void> {
  const picker = page.locator(`[data-end-picker="${label}"]`);
  const likely = picker.locator(`[data-option="${code}"]`);
  if ((await likely.count()) > 0) {
    await likely.click();
    return;
  }
  await picker.getByRole("combobox", { name: "Another end" }).fill(called);
  await picker.getByRole("option").filter({ hasText: code }).click();
  await picker.locator(`[data-option="${code}"] :checked`).waitFor({ state: "attached" });
}

/** Code of the end that is chosen in a picker. */
export async function chosenEnd(page: Page, label: string): Promise<string> {
  return page.locator(`[data-end-picker="${label}"] input:checked`).inputValue();
}

/** Confirms what a preset has guessed, where the page asks for that. */
export async function confirmGuesses(page: Page): Promise<void> {
  const isSurvey = (await page.locator('[data-scene-part="line"]').count()) > 0;
  const looked = page.getByRole("button", { name: /^I have looked/ });
  if ((await looked.count()) > 0) await looked.click();
  if (isSurvey) await openPart(page, "line");
  const measured = page.getByRole("button", { name: /^Measured:/ });
  if ((await measured.count()) > 0) await measured.click();
}

/** Saves the survey and goes on to its plans. */
export async function lookAtPlans(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Look at the plans" }).click();
  await page.waitForURL(/\/hookup$/);
  await alive(page);
}
