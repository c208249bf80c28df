/** The page's side of the leak analyst's worker. */
import { type Remote, wrap } from "comlink";
import type { Analyst } from "./hold.worker.ts";

export interface OpenAnalyst {
  readonly analyse: Remote<Analyst>["analyse"];
  readonly plan: Remote<Analyst>["plan"];
  readonly close: () => void;
}

export function openAnalyst(): OpenAnalyst {
  const worker = new Worker(new URL("./hold.worker.ts", import.meta.url), { type: "module" });
  const { analyse, plan } = wrap<Analyst>(worker);
  return { analyse, plan, close: () => worker.terminate() };
}
