/** What a person can read and hit on a page as it is rendered: sizes of text, sizes of targets, contrast of text in drawings. */
import type { Page } from "playwright-core";

/** Runs in the page. Text smaller than the limit as it is rendered, in words. */
function smallText(limitPx: number): string[] {
  const faults = new Set<string>();
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const element = node.parentElement;
    const text = node.textContent?.trim() ?? "";
    if (!element || text === "" || element.closest("script,style,noscript,template,title,.sr-only")) continue;
    const box = element.getBoundingClientRect();
    if (box.width === 0 || box.height === 0 || !element.checkVisibility({ visibilityProperty: true }))
      continue;
    const scale =
      element instanceof SVGGraphicsElement
        ? Math.hypot(element.getScreenCTM()?.a ?? 1, element.getScreenCTM()?.b ?? 0)
        : 1;
    const size = Number.parseFloat(getComputedStyle(element).fontSize) * scale;
    if (size < limitPx - 0.05)
      faults.add(
        `${size.toFixed(1)} px: ${text.slice(0, 40)} (${element.closest("svg")?.getAttribute("class") ?? element.className})`,
      );
  }
  return [...faults];
}

/** Runs in the page. Bars that stay while a page is scrolled and leave less than half of the window to the page. */
function stickyBars(): string[] {
  window.scrollTo(0, 200);
  const bars = [...document.body.querySelectorAll("*")].filter((element) => {
    const { position } = getComputedStyle(element);
    return position === "fixed" || position === "sticky";
  });
  const covered = bars
    .map((element) => ({ element, box: element.getBoundingClientRect() }))
    .filter(
      ({ box }) =>
        box.width > window.innerWidth / 2 && box.bottom > 0 && box.top < window.innerHeight && box.height > 0,
    )
    .map(({ element, box }) => ({
      element,
      px: Math.min(box.bottom, window.innerHeight) - Math.max(box.top, 0),
    }));
  const total = covered.reduce((sum, { px }) => sum + px, 0);
  return total <= window.innerHeight / 2
    ? []
    : covered.map(
        ({ element, px }) =>
          `${px.toFixed(0)} px: <${element.tagName.toLowerCase()} class="${element.className}">`,
      );
}

/** Runs in the page. Targets smaller than the limit in either direction; a link inside a sentence is none. */
function smallTargets(limitPx: number): string[] {
  const faults = new Set<string>();
  const ownText = (element: Element) =>
    [...element.childNodes].some(
      (node) => node.nodeType === Node.TEXT_NODE && /[\p{L}\d]/u.test(node.textContent ?? ""),
    );
  const isInSentence = (element: Element) => {
    for (
      let parent = element.parentElement;
      parent && parent !== document.body;
      parent = parent.parentElement
    ) {
      if (ownText(parent)) return true;
      if (getComputedStyle(parent).display !== "inline") return false;
    }
    return false;
  };
  for (const element of document.querySelectorAll(
    "a[href],button,input,select,textarea,summary,[role=button]",
  )) {
    const target = element instanceof HTMLInputElement ? (element.closest("label") ?? element) : element;
    const box = target.getBoundingClientRect();
    if (box.width <= 1 || box.height <= 1 || !target.checkVisibility({ visibilityProperty: true })) continue;
    if (element.closest(".sr-only") || (element instanceof HTMLAnchorElement && isInSentence(element)))
      continue;
    if (Math.min(box.width, box.height) < limitPx - 0.5)
      faults.add(
        `${box.width.toFixed(0)} x ${box.height.toFixed(0)} px: ${(element.getAttribute("aria-label") ?? target.textContent ?? "").trim().replace(/\s+/g, " ").slice(0, 50)} <${element.tagName.toLowerCase()}>`,
      );
  }
  return [...faults];
}

/** Runs in the page. Text in drawings that stands out too little from what is under it. */
function faintDrawnText(least: number): string[] {
  const faults = new Set<string>();
  const canvas = document.createElement("canvas").getContext("2d", { willReadFrequently: true });
  const rgba = (color: string): [number, number, number, number] => {
    if (!canvas) return [0, 0, 0, 0];
    canvas.clearRect(0, 0, 1, 1);
    canvas.fillStyle = color;
    canvas.fillRect(0, 0, 1, 1);
    const [r = 0, g = 0, b = 0, a = 0] = canvas.getImageData(0, 0, 1, 1).data;
    return [r, g, b, a / 255];
  };
  const light = ([r, g, b]: [number, number, number, number]) => {
    const [x = 0, y = 0, z = 0] = [r, g, b].map((channel) => {
      const share = channel / 255;
      return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * x + 0.7152 * y + 0.0722 * z;
  };
  const paintOf = (element: Element): [number, number, number, number] => {
    const style = getComputedStyle(element);
    if (!(element instanceof SVGElement)) return rgba(style.backgroundColor);
    if (element instanceof SVGSVGElement) return rgba(style.backgroundColor);
    if (style.fill === "none" || element instanceof SVGGElement) return [0, 0, 0, 0];
    const [r, g, b, a] = rgba(style.fill);
    return [r, g, b, a * Number(style.fillOpacity)];
  };
  for (const text of document.querySelectorAll<SVGTextElement>("svg text")) {
    if (!text.checkVisibility({ visibilityProperty: true }) || text.textContent?.trim() === "") continue;
    text.scrollIntoView({ block: "center", inline: "center" });
    const box = text.getBoundingClientRect();
    const under = document
      .elementsFromPoint(box.left + box.width / 2, box.top + box.height / 2)
      .filter((element) => !(element instanceof SVGTextContentElement));
    const back = under.map(paintOf).find(([, , , alpha]) => alpha > 0.5);
    if (back === undefined) continue;
    const style = getComputedStyle(text);
    const halo = rgba(style.stroke);
    const ground =
      style.stroke !== "none" && halo[3] > 0.5 && style.paintOrder.startsWith("stroke") ? halo : back;
    const [a, b] = [light(rgba(style.fill)), light(ground)];
    const contrast = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    if (contrast < least)
      faults.add(
        `${contrast.toFixed(1)}: ${text.textContent?.trim().slice(0, 30)} (${text.closest("svg")?.getAttribute("class")})`,
      );
  }
  window.scrollTo(0, 0);
  return [...faults];
}

async function found(
  page: Page,
  look: (limit: number) => string[],
  limit: number,
): Promise<readonly string[]> {
  // The loader of the tests names functions by a helper that the page does not have.
  await page.evaluate("globalThis.__name ??= (named) => named");
  return page.evaluate(look, limit);
}

/** Text rendered below 12 pixels. */
export const textFaults = (page: Page) => found(page, smallText, 12);

/** Targets below 44 pixels. */
export const targetFaults = (page: Page) => found(page, smallTargets, 44);

/** Text in drawings with a contrast under 4.5. */
export const contrastFaults = (page: Page) => found(page, faintDrawnText, 4.5);

/** Returns the bars that stay while the page is scrolled, where together they cover more than half of the window; empty: there is room to read. */
export const barFaults = (page: Page) => page.evaluate(stickyBars);
