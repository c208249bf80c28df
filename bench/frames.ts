/** Gaps between animation frames while a view moves, in headless Chromium. */
import { chromium, type Page } from "playwright-core";
import { quantile } from "./timing.ts";

const SMOOTH_MS = 20;

/** Gaps between frames while `move` (a body of JavaScript called once a frame with its number) runs for so many frames. */
async function frameGaps(page: Page, frames: number, move: string): Promise<number[]> {
  const gaps: unknown = await page.evaluate(`new Promise((resolve) => {
    const move = (frame) => { ${move} };
    const gaps = [];
    let last = 0;
    let frame = 0;
    const step = (now) => {
      if (frame > 5) gaps.push(now - last);
      last = now;
      move(frame);
      frame += 1;
      if (frame < ${frames}) requestAnimationFrame(step);
      else resolve(gaps);
    };
    requestAnimationFrame(step);
  })`);
  return (gaps as number[]).sort((a, b) => a - b);
}

export async function benchFrames(base: string): Promise<void> {
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: process.getuid?.() === 0 ? ["--no-sandbox"] : [],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    console.log(
      `\nFrame gaps in headless Chromium at 1280 x 800:\n\n| while | under ${SMOOTH_MS} ms | median | 99th percentile |\n|---|---|---|---|`,
    );
    const row = (name: string, gaps: readonly number[]) => {
      const smooth = gaps.filter((gap) => gap < SMOOTH_MS).length / gaps.length;
      console.log(
        `| ${name} | ${(100 * smooth).toFixed(1)} % | ${quantile(gaps, 0.5).toFixed(1)} ms | ${quantile(gaps, 0.99).toFixed(1)} ms |`,
      );
    };
    await page.goto(`${base}/visits/import`);
    row("an empty page stands still", await frameGaps(page, 200, ""));
    await page.goto(`${base}/fits`);
    await page.waitForFunction(() => document.querySelector("astro-island[ssr]") === null);
    row(
      "the fits-what matrix scrolls both ways",
      await frameGaps(
        page,
        400,
        "const box = document.querySelector('[data-matrix]'); box.scrollTop = (frame * 17) % 3600; box.scrollLeft = (frame * 11) % 3000;",
      ),
    );
    await page.goto(`${base}/line`);
    await page.locator("[data-solved=yes]").waitFor();
    const box = await page.getByRole("slider", { name: "Inlet, front", exact: true }).boundingBox();
    if (box === null) throw new Error("the line bench has no handle to pull");
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    const gaps = frameGaps(page, 300, "");
    let isOver = false;
    const watch = gaps.then(() => {
      isOver = true;
    });
    for (let step = 0; !isOver; step += 1)
      await page.mouse.move(x + 40 * Math.sin(step / 15), y + 60 * Math.sin(step / 23));
    await watch;
    await page.mouse.up();
    row("an end of the line bench is pulled, all lengths solved in the worker", await gaps);
  } finally {
    await browser.close();
  }
}
