/** The leak check's view as tests use it. */
import type { Locator, Page } from "playwright-core";

export const stage = (page: Page, code: string): Locator => page.locator(`[data-stage="${code}"]`);

/** Says dry for everything a stage still looks at. */
export async function allDryAt(page: Page, code: string): Promise<void> {
  const told = async () => (await stage(page, code).textContent()) ?? "";
  await stage(page, code).click();
  for (let before = await told(); !before.includes("✓"); before = await told()) {
    await page.getByRole("button", { name: "Dry", exact: true }).click();
    await page.waitForFunction(
      ([name, text]) => document.querySelector(`[data-stage="${name}"]`)?.textContent !== text,
      [code, before] as const,
    );
  }
}
