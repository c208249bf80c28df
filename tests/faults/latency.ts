/** How long health takes while the heaviest legal requests run, and how long those take. */
import { setTimeout as pause } from "node:timers/promises";
import { v4 as uuid } from "uuid";
import { FIXTURES, NEEDS } from "../../src/core/plan/index.ts";
import { CONNECTION, event, startedVisit } from "../support/story.ts";

interface Heavy {
  readonly name: string;
  readonly path: string;
  readonly body: () => unknown;
}

const plan = (needs: readonly string[], stock: object | null, fixture = "toilet", end = "bc-7/8-m") => ({
  supply: {
    end: "comp-3/8-m",
    kind: "stop-outlet",
    water: "cold",
    staticPsi: 60,
    stopHolds: true,
    keepsExistingLine: false,
  },
  inlet: { end, fixture, plastic: true },
  lengthIn: { min: 10.5, max: 74 },
  needs,
  access: "open",
  houseRules: {},
  stock,
});

const crowded = () => ({
  connections: Array.from({ length: 24 }, (_, n) => ({
    id: `c${n}`,
    fixture: FIXTURES[n % FIXTURES.length] ?? "toilet",
    zone: `branch ${n % 12}`,
    plan: null,
    stop: "holds",
    water: n % 2 === 0 ? "cold" : "hot",
  })),
  startAt: "2026-11-27T09:00:00Z",
  hands: 2,
});

function undone() {
  const events = [...startedVisit()];
  const notes = Array.from({ length: 2400 }, (_, n) =>
    event({ kind: "connection-noted", connection: CONNECTION, text: `n${n}` }, uuid()),
  );
  const undos = notes.map(({ id }) => event({ kind: "event-undone", undoes: id }, uuid()));
  const fresh = events.map((each) => ({ ...each, id: uuid() }));
  return {
    format: "brass-nut/visit@1",
    visit: uuid(),
    events: [...fresh, ...notes, ...undos].map((each) => ({ event: each, receivedAt: each.typedAt })),
  };
}

const hold = (samples: number) => ({
  section: { volumeMl: 120, hoseFt: 5, hoseType: "braided", material: "copper" },
  startPsi: 60,
  stopChecked: true,
  gauge: { resolutionPsi: 0.1, type: "digital" },
  drawOff: null,
  samples: Array.from({ length: samples }, (_, t) => ({ t: t * 2, psi: 60 - t * 0.0001 })),
});

const HEAVY: readonly Heavy[] = [
  { name: "plan: toilet, all six needs", path: "/api/v1/hookups/plan", body: () => plan(NEEDS, null) },
  {
    name: "plan: dishwasher, four needs, empty truck",
    path: "/api/v1/hookups/plan",
    body: () => plan(NEEDS.slice(0, 4), {}, "dishwasher", "npt-3/8-f"),
  },
  { name: "ways: six needs", path: "/api/v1/hookups/ways", body: () => plan(NEEDS, null) },
  {
    name: "fit: 40 lengths, 8 walls",
    path: "/api/v1/lines/fit",
    body: () => ({
      a: { at: [0, 0, 0], direction: [0, 1, 0] },
      b: { at: [2, 9, 1], direction: [0, -1, 0] },
      cuffIn: 0.75,
      minBendRadiusIn: 2.25,
      lengthsIn: Array.from({ length: 40 }, (_, n) => 12 + n * 0.75),
      walls: [
        { point: [-1, 0, 0], normal: [1, 0, 0] },
        { point: [4, 0, 0], normal: [-1, 0, 0] },
        { point: [0, 0, -1], normal: [0, 0, 1] },
        { point: [0, 0, 3], normal: [0, 0, -1] },
        { point: [0, -1, 0], normal: [0, 1, 0] },
        { point: [0, 20, 0], normal: [0, -1, 0] },
        { point: [-2, 0, 0], normal: [1, 0.2, 0] },
        { point: [5, 0, 0], normal: [-1, 0.2, 0] },
      ],
    }),
  },
  { name: "run sheet: 24 connections, 12 zones, two hands", path: "/api/v1/visits/run-sheet", body: crowded },
  { name: "hold: 18,000 readings", path: "/api/v1/leaks/hold", body: () => hold(18_000) },
  {
    name: "planning a hold",
    path: "/api/v1/leaks/plan-hold",
    body: () => ({
      section: { volumeMl: 100_000, hoseFt: 500, hoseType: "rubber", material: "pex" },
      startPsi: 1000,
      stopChecked: null,
      gauge: { resolutionPsi: 0.001, type: "dial" },
      wantedMlPerMin: 1e-6,
    }),
  },
  { name: "import: 2,400 notes and 2,400 undos", path: "/api/v1/visits/import", body: undone },
  {
    name: "events: 12 plans chosen",
    path: "/api/v1/visits",
    body: () => {
      const [opened, added, chosen] = startedVisit();
      const choices = Array.from({ length: 12 }, () => ({ ...chosen, id: uuid() }));
      return { visit: uuid(), events: [{ ...opened, id: uuid() }, { ...added, id: uuid() }, ...choices] };
    },
  },
];

async function timed(
  base: string,
  { path, body }: Heavy,
): Promise<{ readonly status: number; readonly ms: number }> {
  const text = JSON.stringify(body());
  const start = performance.now();
  const response = await fetch(base + path, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: text,
  });
  await response.text();
  return { status: response.status, ms: performance.now() - start };
}

const HEALTH_MS = 100;

/** Health asked after every 10 ms while `work` runs; its waits, ms. */
async function healthDuring(base: string, work: () => Promise<unknown>): Promise<readonly number[]> {
  const waits: number[] = [];
  let isOn = true;
  const asking = (async () => {
    while (isOn) {
      const start = performance.now();
      await (await fetch(`${base}/api/v1/health`)).text();
      waits.push(performance.now() - start);
      await pause(10);
    }
  })();
  await work();
  isOn = false;
  await asking;
  return waits.toSorted((a, b) => a - b);
}

/** True when health stayed within its bound under each request, alone and twice at once, and no answer was a 5xx. */
export async function latencyCampaign({ base }: { readonly base: string }): Promise<boolean> {
  // The first asking starts what is only started once.
  for (const heavy of HEAVY) await timed(base, heavy);
  const idle = await healthDuring(base, () => pause(2000));
  const at = (waits: readonly number[], share: number) => waits[Math.floor((waits.length - 1) * share)] ?? 0;
  console.log(
    "| while | answer | takes, ms | health median, ms | 99 of 100, ms | worst, ms |\n|---|---|---|---|---|---|",
  );
  console.log(
    `| nothing else | | | ${at(idle, 0.5).toFixed(1)} | ${at(idle, 0.99).toFixed(1)} | ${at(idle, 1).toFixed(0)} |`,
  );
  let isWell = true;
  for (const heavy of HEAVY) {
    let answers: readonly { readonly status: number; readonly ms: number }[] = [];
    const waits = await healthDuring(base, async () => {
      answers = await Promise.all([timed(base, heavy), timed(base, heavy)]);
    });
    const [first] = answers;
    const worst = at(waits, 1);
    isWell &&= worst <= HEALTH_MS && answers.every(({ status }) => status < 500);
    console.log(
      `| two at once: ${heavy.name} | ${first?.status} | ${Math.round(Math.max(...answers.map(({ ms }) => ms)))} | ${at(waits, 0.5).toFixed(1)} | ${at(waits, 0.99).toFixed(1)} | ${worst.toFixed(0)} |`,
    );
  }
  console.log(
    isWell
      ? "\nEvery health check was answered within 100 ms."
      : "\nNot every health check was answered within 100 ms.",
  );
  return isWell;
}
