/** A visit's fixtures as jobs for the scheduler: which valves each needs shut and why, and which steps may come first. */

import { type Isolation, isolationsOf, valveNamesAbove, type Zone } from "../piping/index.ts";
import { asksForSharedActs, type FixtureSheet, withSharedActs } from "../situation/index.ts";
import {
  connectionFacts,
  type RunStep,
  remakeUnderWay,
  remakeValve,
  runSheet,
  type StepRole,
  type StepSubject,
  type StepTables,
  waitsWithNext,
} from "../step/index.ts";
import type { Job, Task } from "./task.ts";

/** What a schedule reads of a connection. */
export interface ScheduledConnection extends StepSubject {
  readonly signed: object | null;
  readonly removed: object | null;
}

export interface VisitJob extends Job {
  /** The connections of the fixture that are worked on. */
  readonly connections: readonly ScheduledConnection[];
  /** Where the water is shut for each of them, by connection. */
  readonly isolations: ReadonlyMap<string, Isolation>;
  readonly steps: readonly RunStep[];
}

/** Returns the id of a step in a schedule: its own within its connection, or within its fixture. */
export const taskIdOf = (job: string, { connection, id }: RunStep): string => `${connection ?? job}/${id}`;

/** Waits that go on beside other work. */
const isBeside = ({ role }: RunStep): boolean => role === "fire-watch";

/** What a step does to the water: the zone it shuts or opens. The fixture's own water-in opens its own stop, never the valve above. */
function waterOf(
  { role, connections: [first = ""], ownWords }: RunStep,
  isolations: ReadonlyMap<string, Isolation>,
): Pick<Task, "effect" | "zone"> {
  const isolation = isolations.get(first);
  const zone = isolation?.zone.name ?? null;
  switch (role) {
    case "close-stop":
    case "close-upstream":
      return { effect: "shuts", zone };
    case "open-upstream":
      return { effect: "opens", zone };
    case "water-in":
      return { effect: "opens", zone: isolation?.isOwnStop === true ? zone : `stop of ${first}` };
    case "shut-again":
      return { effect: "shuts", zone: ownWords[0] ?? zone };
    case "water-again":
      return { effect: "opens", zone: ownWords[0] ?? zone };
    default:
      return { effect: null, zone: null };
  }
}

/** Acts that are done once for all fixtures that shut a valve together: by the first of them, and by the last. */
const ONCE: Partial<Readonly<Record<StepRole, "first" | "last">>> = {
  "heater-safe": "first",
  "pump-off": "first",
  "loop-off": "first",
  "heater-back": "last",
  "pump-on": "last",
  "loop-on": "last",
};

/** Returns whether an act is done once for all fixtures that shut a valve together. */
export const isDoneOnce = (role: RunStep["role"]): boolean => role !== null && role in ONCE;

function onceOf(role: RunStep["role"]): Task["once"] {
  const at = role === null ? undefined : ONCE[role];
  return role === null || at === undefined ? null : { at, of: role };
}

function taskOf(job: string, step: RunStep, isolations: ReadonlyMap<string, Isolation>): Task {
  const { connections, stage, role, handsOnMin, waitMin } = step;
  const water = waterOf(step, isolations);
  return {
    id: taskIdOf(job, step),
    job,
    handsOnMin,
    hands: step.takesTwo ? 2 : 1,
    waitMin,
    isBeside: isBeside(step),
    ...water,
    zone: role === "prove" ? (isolations.get(connections[0] ?? "")?.zone.name ?? null) : water.zone,
    isProof: role === "prove",
    once: onceOf(role),
    mayComeFirst: step.isBench,
    followsOpening: stage === "first-fill" || role === "look-pipe-side",
    isLook: stage !== null,
    sides: connections,
  };
}

/** The valves that are shut, or are to be, for joints of a fixture that are made anew. */
function remakesOf(
  connections: readonly ScheduledConnection[],
  tables: StepTables,
): readonly { readonly valve: Zone; readonly isShut: boolean }[] {
  return connectionFacts(connections, tables).flatMap((facts) => {
    const remake = remakeUnderWay(facts.subject);
    if (remake === undefined) return [];
    const { name, isOwnStop } = remakeValve(facts, remake);
    const kind = isOwnStop ? "fixture" : "branch";
    return [{ valve: { name, kind }, isShut: remake.done["shut-again"] !== undefined }];
  });
}

/** Returns the id of the job of a fixture's connections: the connection's own where there is one. */
export function jobIdOf(connections: readonly Pick<ScheduledConnection, "id" | "survey">[]): string {
  const [first] = connections;
  const fixtureId = first?.survey.fixtureId;
  return connections.length === 1 || fixtureId === undefined ? (first?.id ?? "") : `fixture ${fixtureId}`;
}

/** Fixtures of a visit: its connections with a chosen plan that are there, by the fixture they are part of; those that are signed, or those that are not. */
function fixturesOf<C extends ScheduledConnection>(
  connections: readonly C[],
  which: "signed" | "worked on",
): readonly (readonly C[])[] {
  const fixtures = new Map<string, C[]>();
  for (const connection of connections) {
    const isSigned = connection.signed !== null;
    if (connection.plan === null || connection.removed !== null || isSigned !== (which === "signed"))
      continue;
    const { fixtureId } = connection.survey;
    const key = fixtureId === undefined ? connection.id : `fixture ${fixtureId}`;
    fixtures.set(key, [...(fixtures.get(key) ?? []), connection]);
  }
  return [...fixtures.values()];
}

type Sheet<C> = FixtureSheet & { readonly connections: readonly C[] };

const ownSheetOf = <C extends ScheduledConnection>(own: readonly C[], tables: StepTables): Sheet<C> => ({
  id: jobIdOf(own),
  connections: own,
  steps: runSheet(own, tables),
});

/** The sheets of the fixtures that are signed, or that are worked on, each by itself. */
const ownSheets = <C extends ScheduledConnection>(
  connections: readonly C[],
  which: "signed" | "worked on",
  tables: StepTables,
): readonly Sheet<C>[] => fixturesOf(connections, which).map((own) => ownSheetOf(own, tables));

/** Returns the fixtures of a visit that are worked on, with their whole run sheets, what is done among them. */
export function sheetsOf<C extends ScheduledConnection>(
  connections: readonly C[],
  tables: StepTables,
): readonly Sheet<C>[] {
  const sheets = ownSheets(connections, "worked on", tables);
  // What was done for others at fixtures that are signed since counts too.
  return sheets.some(asksForSharedActs)
    ? withSharedActs(sheets, ownSheets(connections, "signed", tables))
    : sheets;
}

/** Returns the run sheet of one fixture of a visit, with what was done for it at other fixtures. `own`: the fixture's connections. */
export function sheetIn<C extends ScheduledConnection>(
  connections: readonly ScheduledConnection[],
  own: readonly C[],
  tables: StepTables,
): Sheet<C> {
  const sheet = ownSheetOf(own, tables);
  if (!asksForSharedActs(sheet)) return sheet;
  const others = connections.filter((each) => !own.some(({ id }) => id === each.id));
  const beside = (["worked on", "signed"] as const).flatMap((which) => ownSheets(others, which, tables));
  return withSharedActs([sheet], beside)[0] ?? sheet;
}

/**
 * Returns the jobs of a visit, one for each fixture. Steps that are done are left out, so that planning again starts from where the
 * visit stands.
 */
export function jobsOf(connections: readonly ScheduledConnection[], tables: StepTables): readonly VisitJob[] {
  return sheetsOf(connections, tables).flatMap(({ id, connections: own, steps: sheet }) => {
    const steps = sheet.filter(({ isDone }) => !isDone);
    if (steps.length === 0) return [];
    const isolations = isolationsOf(own);
    const zones = new Map<string, Zone>([...isolations.values()].map(({ zone }) => [zone.name, zone]));
    const again = remakesOf(own, tables);
    for (const { valve } of again) if (!zones.has(valve.name)) zones.set(valve.name, valve);
    const isShutAgain = (zone: string) => again.some(({ valve, isShut }) => isShut && valve.name === zone);
    const hasDone = (effect: Task["effect"], zone: string) =>
      sheet.some((step) => {
        const water = waterOf(step, isolations);
        return step.isDone && water.effect === effect && water.zone === zone;
      });
    return [
      {
        id,
        zones: [...zones.values()],
        sides: own.map((each) => ({ id: each.id, above: valveNamesAbove(each) })),
        shutAlready: [...zones.keys()].filter(
          (zone) => isShutAgain(zone) || (hasDone("shuts", zone) && !hasDone("opens", zone)),
        ),
        tasks: steps.map((step, at) => {
          const task = taskOf(id, step, isolations);
          return waitsWithNext(steps, at) ? { ...task, waitMin: 0 } : task;
        }),
        connections: own,
        isolations,
        steps,
      },
    ];
  });
}
