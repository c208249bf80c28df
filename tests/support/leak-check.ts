/** The leak check's view as tests use it. */
import type { Locator, Page } from "playwright-core";

export const stage = (page: Page, code: string): Locator => page.locator(`[data-stage="${code}"]`);

/** Says dry for the target that stands open, with minutes told by the plumber: a test waits for no clock. */
export async function sayDry(page: Page, minutes = "15"): Promise<void> {
  await page.getByText(/^I watched by another clock/).click();
  await page.getByLabel(/^Watched, min/).fill(minutes);
  await page.getByRole("button", { name: "Dry", exact: true }).click();
}

/** Says dry for everything a stage still looks at. */
export async function allDryAt(page: Page, code: string): Promise<void> {
  const told = async () => (await stage(page, code).textContent()) ?? "";
  await stage(page, code).click();
  const needed = page.locator("[data-needed] button");
  if ((await needed.count()) > 0) {
    await needed.click();
    await needed.waitFor({ state: "detached" });
  }
  for (let before = await told(); !before.includes("✓"); before = await told()) {
    await sayDry(page);
    await page.waitForFunction(
      ([name, text]) => document.querySelector(`[data-stage="${name}"]`)?.textContent !== text,
      [code, before] as const,
    );
  }
}
