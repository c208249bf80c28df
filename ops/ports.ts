import { createServer } from "node:net";

/** True when nothing listens on 127.0.0.1:port. */
export function isPortFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });
}

/** First free port at or after `from`; with no argument, one the system picks. */
export async function freePort(from?: number): Promise<number> {
  if (from === undefined) {
    return new Promise((resolve, reject) => {
      const probe = createServer();
      probe.once("error", reject);
      probe.listen(0, "127.0.0.1", () => {
        const address = probe.address();
        const port = typeof address === "object" && address ? address.port : 0;
        probe.close(() => resolve(port));
      });
    });
  }
  for (let port = from; port < from + 200; port += 1) if (await isPortFree(port)) return port;
  throw new Error(`no free port between ${from} and ${from + 199}`);
}
