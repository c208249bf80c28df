/** Writers that go on through every fault: each keeps what the server acknowledged, and sends again what was not. */
import { setTimeout as pause } from "node:timers/promises";
import { v4 as uuid } from "uuid";
import { z } from "zod";
import { SITE } from "../support/story.ts";

const GIVE_UP_MS = 10_000;

export interface Writer {
  readonly visit: string;
  /** Ids of events the server has acknowledged, in the order they were sent. */
  readonly acknowledged: readonly string[];
  readonly stop: () => Promise<void>;
}

async function post(base: string, path: string, body: unknown): Promise<number> {
  try {
    const response = await fetch(base + path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(GIVE_UP_MS),
    });
    await response.text();
    return response.status;
  } catch {
    return 0;
  }
}

const OK = (status: number) => status >= 200 && status < 300;

/** Sends the same until the server has it. Errors: Error for an answer that no retry will change. */
async function until(isOn: () => boolean, send: () => Promise<number>): Promise<boolean> {
  while (isOn()) {
    const status = await send();
    if (OK(status)) return true;
    if (status >= 400 && status < 500) throw new Error(`the server answered ${status} to a writer`);
    await pause(20);
  }
  return false;
}

/** Opens a visit and writes notes to it, one after the other. */
export function startWriter(base: string): Writer {
  const visit = uuid();
  const acknowledged: string[] = [];
  let isOn = true;
  const stamp = () => ({ id: uuid(), actor: "Writer", typedAt: new Date().toISOString() });
  const opening = {
    ...stamp(),
    kind: "visit-opened",
    site: SITE,
    title: "Under load",
    startsAt: stamp().typedAt,
  };
  const writing = (async () => {
    if (
      !(await until(
        () => isOn,
        () => post(base, "/api/v1/visits", { visit, events: [opening] }),
      ))
    )
      return;
    acknowledged.push(opening.id);
    while (isOn) {
      const note = { ...stamp(), kind: "visit-noted", text: `note ${acknowledged.length}` };
      const send = () =>
        post(base, `/api/v1/visits/${visit}/events`, { events: [note], sentAt: note.typedAt });
      if (await until(() => isOn, send)) acknowledged.push(note.id);
    }
  })();
  return {
    visit,
    acknowledged,
    stop: async () => {
      isOn = false;
      await writing;
    },
  };
}

const answer = z.object({
  version: z.number(),
  events: z.array(z.object({ event: z.object({ id: z.string() }) })),
});

export interface Audit {
  readonly acknowledged: number;
  readonly lost: number;
  readonly doubled: number;
}

/** Holds what the server has against what it acknowledged. */
export async function audit(base: string, writers: readonly Writer[]): Promise<Audit> {
  const each = await Promise.all(
    writers.map(async ({ visit, acknowledged }) => {
      if (acknowledged.length === 0) return { acknowledged: 0, lost: 0, doubled: 0 };
      const body: unknown = await (await fetch(`${base}/api/v1/visits/${visit}`)).json();
      const { events } = answer.parse(body);
      const ids = events.map(({ event }) => event.id);
      const there = new Set(ids);
      return {
        acknowledged: acknowledged.length,
        lost: acknowledged.filter((id) => !there.has(id)).length,
        doubled: ids.length - there.size,
      };
    }),
  );
  const sum = (name: keyof Audit) => each.reduce((total, one) => total + one[name], 0);
  return { acknowledged: sum("acknowledged"), lost: sum("lost"), doubled: sum("doubled") };
}

/** Waits until the service says that it and its database are well; how long that took, ms. */
export async function untilHealthy(base: string, mostMs: number): Promise<number> {
  const start = performance.now();
  while (performance.now() - start < mostMs) {
    const isWell = await fetch(`${base}/api/v1/health`, { signal: AbortSignal.timeout(1000) }).then(
      async (response) => {
        await response.text();
        return response.ok;
      },
      () => false,
    );
    if (isWell) return performance.now() - start;
    await pause(10);
  }
  throw new Error(`not well after ${mostMs} ms`);
}
