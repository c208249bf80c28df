/** The browser's store as a map, with a limit on its size that a test may set. */

export interface FakeStore {
  readonly limit: (bytes: number) => void;
  readonly restore: () => void;
}

export function fakeLocalStorage(): FakeStore {
  const before = Object.getOwnPropertyDescriptor(globalThis, "localStorage");
  const items = new Map<string, string>();
  let most = Number.POSITIVE_INFINITY;
  const size = () => [...items].reduce((sum, [key, value]) => sum + key.length + value.length, 0);
  const methods = {
    getItem: (key: string) => items.get(key) ?? null,
    removeItem: (key: string) => items.delete(key),
    setItem: (key: string, value: string) => {
      const old = items.get(key);
      items.set(key, value);
      if (size() <= most) return;
      if (old === undefined) items.delete(key);
      else items.set(key, old);
      throw new DOMException("full", "QuotaExceededError");
    },
  };
  const value = new Proxy(methods, {
    ownKeys: () => [...items.keys()],
    getOwnPropertyDescriptor: (_, key) =>
      typeof key === "string" && items.has(key)
        ? { value: items.get(key), enumerable: true, configurable: true }
        : undefined,
  });
  Object.defineProperty(globalThis, "localStorage", { value, configurable: true });
  return {
    limit: (bytes) => {
      most = bytes;
    },
    restore: () => {
      if (before) Object.defineProperty(globalThis, "localStorage", before);
      else Reflect.deleteProperty(globalThis, "localStorage");
    },
  };
}
