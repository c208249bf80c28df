/** What every page does beyond its HTML: the shortcuts and the print button. */

import { SHORTCUTS, type ShortcutAction } from "../views/shortcuts.ts";
import { keepSendingLeftovers } from "../views/visit-log/other-visits.ts";

/** Pages are kept once the page itself has come to rest, ms after it has loaded. */
const KEEP_AFTER_MS = 1500;

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(input|select|textarea)$/i.test(target.tagName))
  );
}

function stepTab(by: 1 | -1): void {
  const tabs = [...document.querySelectorAll<HTMLAnchorElement>("[data-tabs] a")];
  const here = tabs.findIndex((tab) => tab.getAttribute("aria-current") === "page");
  if (here >= 0) tabs[here + by]?.click();
}

const ACTIONS: Readonly<Record<ShortcutAction, () => void>> = {
  help: () => document.querySelector<HTMLDialogElement>("#shortcuts")?.showModal(),
  search: () => {
    const field = document.querySelector<HTMLInputElement>("[data-search]");
    if (field) field.focus();
    else location.href = "/search";
  },
  "tab-left": () => stepTab(-1),
  "tab-right": () => stepTab(1),
  "next-thing": () => document.querySelector<HTMLElement>("[data-next-thing]")?.focus(),
};

document.addEventListener("keydown", (event) => {
  if (event.ctrlKey || event.altKey || event.metaKey || isTyping(event.target)) return;
  const shortcut = SHORTCUTS.find(({ key }) => key === event.key);
  if (!shortcut) return;
  event.preventDefault();
  ACTIONS[shortcut.action]();
});

for (const button of document.querySelectorAll<HTMLButtonElement>("[data-print]"))
  button.addEventListener("click", () => window.print());
for (const button of document.querySelectorAll<HTMLButtonElement>("[data-shortcuts]"))
  button.addEventListener("click", ACTIONS.help);

for (const button of document.querySelectorAll<HTMLButtonElement>("[data-copy]"))
  button.addEventListener("click", () => {
    const field = document.querySelector<HTMLInputElement>(`#${button.dataset["copy"] ?? ""}`);
    if (!field) return;
    const said = () => {
      button.textContent = "Copied";
    };
    // Without a secure address the browser copies nothing by itself: the link is selected for the plumber's own copying.
    navigator.clipboard?.writeText(field.value).then(said, () => field.select());
    field.select();
  });

// Only Today asks for what customers have answered.
const wetAlerts = document.querySelector<HTMLElement>("[data-wet-alerts]");
if (wetAlerts) void import("../views/wet-alerts.ts").then(({ watchForWet }) => watchForWet(wetAlerts));

for (const button of document.querySelectorAll<HTMLButtonElement>("[data-reload]"))
  button.addEventListener("click", () => location.reload());

// A shop without a site yet: its first one is most likely where this device is.
const zoneField = document.querySelector<HTMLInputElement>("[data-own-zone]");
if (zoneField) zoneField.value = Intl.DateTimeFormat().resolvedOptions().timeZone;

const shopChange = document.querySelector<HTMLFormElement>("form[data-change-shop]");
if (shopChange)
  void import("../views/change-shop.ts").then(({ guardShopChange }) => guardShopChange(shopChange));
const changingTo = document.querySelector<HTMLElement>("[data-changing-to]")?.dataset["changingTo"];
if (changingTo) void import("../views/change-shop.ts").then(({ waitForShop }) => waitForShop(changingTo));

// A camera's picture is far larger than a nut needs: it is made small before it is sent.
for (const field of document.querySelectorAll<HTMLInputElement>("input[data-make-small]"))
  field.addEventListener("change", () => {
    void import("../views/small-picture.ts").then(({ replaceBySmall }) => replaceBySmall(field));
  });

const keptPages = document.querySelector<HTMLElement>("[data-kept-pages]");
if (keptPages) void import("../views/kept-pages.ts").then(({ listKeptPages }) => listKeptPages(keptPages));

// Once the page has nothing else to do: a browser without a service worker only misses the pages kept on the device.
if ("serviceWorker" in navigator) {
  const visits = document.querySelector<HTMLElement>("[data-keep-offline]");
  const keep = async () => {
    if (visits)
      await (await import("../views/keep-visits.ts")).keepVisits(
        (visits.dataset["keepOffline"] ?? "").split("\n"),
      );
    else await (await import("../views/offline-worker.ts")).offlineWorker();
  };
  addEventListener("load", () => setTimeout(() => void keep().catch(() => undefined), KEEP_AFTER_MS));
}

void keepSendingLeftovers();
