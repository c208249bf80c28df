/** A visit as it is opened: what is connected, made from presets. The same on the server and on a device without a network. */
import type { Checkpoint } from "../check/index.ts";
import type { Fixture } from "../plan/index.ts";
import { type Preset, surveyFromPreset, type VisitTemplate } from "../survey/index.ts";
import type { Site, VisitAct } from "../visit/index.ts";

type ConnectionAdded = Extract<VisitAct, { kind: "connection-added" }>;

interface PresetTables {
  readonly presets: readonly Preset[];
  readonly checkpoints: readonly Checkpoint[];
}

/** What is connected with one press: all connections of a fixture, and the fixture for its picture. */
export interface PresetGroup {
  readonly group: string;
  readonly fixture: Fixture;
}

/** Returns the presets offered as one button: hot and cold of one faucet go together. */
export function presetGroups(presets: readonly Preset[]): readonly PresetGroup[] {
  return presets
    .filter(({ group }, at) => presets.findIndex((each) => each.group === group) === at)
    .map(({ group, fixture }) => ({ group, fixture }));
}

/** Presets of one group with the same water are variants of one inlet: only the first is made. */
function isEitherOr(waters: readonly string[]): boolean {
  return new Set(waters).size < waters.length;
}

/** Returns the connections of a group of presets, added to a visit; none where no preset is of that group. */
export function groupActs(
  { presets, checkpoints }: PresetTables,
  group: string,
  place: string,
  newId: () => string,
): readonly ConnectionAdded[] {
  const members = presets.filter((preset) => preset.group === group);
  const chosen = isEitherOr(members.map(({ water }) => water)) ? members.slice(0, 1) : members;
  const ids = chosen.map(() => newId());
  const [fixtureId = ""] = ids;
  return chosen.map((preset, at) => ({
    kind: "connection-added" as const,
    connection: ids[at] ?? newId(),
    // Hot and cold of one faucet are one fixture, named after its first connection.
    survey: { ...surveyFromPreset(preset, place), ...(chosen.length > 1 ? { fixtureId } : {}) },
    checkpoints: checkpoints.filter(({ id }) => preset.checkpoints.includes(id)),
  }));
}

/** What a person says of a visit when it is opened. */
export interface Opening {
  readonly site: Site;
  /** Empty: what is connected. */
  readonly title: string;
  /** Room of the connections; may be empty. */
  readonly place: string;
  /** UTC. */
  readonly startsAt: string;
  /** One group of presets; a template wins over it. */
  readonly group: string;
  /** A whole room; null: one group. */
  readonly template: VisitTemplate | null;
  readonly isTraining: boolean;
  /** Valves known at the site from earlier visits. */
  readonly valves: readonly Extract<VisitAct, { kind: "valve-noted" }>[];
}

/** Returns everything a visit begins with, in order; null where nothing that is known is to be connected. */
export function openingActs(
  tables: PresetTables,
  { site, title, place, startsAt, group, template, isTraining, valves }: Opening,
  newId: () => string,
): { readonly acts: readonly VisitAct[]; readonly connection: string } | null {
  const groups = template?.groups ?? [group];
  const added = groups.map((each) => groupActs(tables, each, place, newId));
  const [first] = added.flat();
  if (first === undefined || added.some((acts) => acts.length === 0)) return null;
  const opened = {
    kind: "visit-opened" as const,
    site,
    title: title === "" ? (template?.label ?? group) : title,
    startsAt,
    ...(isTraining ? { training: true as const } : {}),
  };
  return { acts: [opened, ...valves, ...added.flat()], connection: first.connection };
}
