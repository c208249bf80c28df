/** A browser without anything in it for each test of a file: local storage and IndexedDB. */
import { afterEach, beforeEach } from "node:test";
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { closeStore } from "../../src/views/visit-log/waiting-store.ts";
import { type FakeStore, fakeLocalStorage } from "./local-storage.ts";

/** Gives each test of the file an empty browser. Returns how a test gets another. */
export function emptyBrowsers(): { readonly freshBrowser: () => Promise<void> } {
  let old: FakeStore;
  const freshBrowser = async () => {
    await closeStore();
    globalThis.indexedDB = new IDBFactory();
  };
  beforeEach(async () => {
    old = fakeLocalStorage();
    await freshBrowser();
  });
  afterEach(() => old.restore());
  return { freshBrowser };
}
