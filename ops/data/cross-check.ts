/** What a row-by-row schema cannot see: codes that must stand in another table, and codes that must stand once. */
import { fewestPorts, type PartKind } from "../../src/core/part/index.ts";
import { UPKEEP_CODES } from "../../src/core/site/index.ts";
import { PRACTICES } from "../../src/core/standard/index.ts";
import { libraryFaults, missingRoles } from "../../src/core/step/index.ts";
import type { Tables } from "../../src/core/tables.ts";
import { materialFaults, reachFaults } from "./catalogue-check.ts";

function repeated(values: readonly string[]): readonly string[] {
  return [...new Set(values.filter((value, index) => values.indexOf(value) !== index))];
}

function unique(table: string, values: readonly string[]): readonly string[] {
  return repeated(values).map((value) => `${table}: ${value} stands twice`);
}

/** Parts long enough for a wave to take time in. */
const WAVE_KINDS: readonly PartKind[] = ["line", "tube", "riser", "pipe"];

/** Faults in words, empty when the tables hold together. */
export function crossCheck(tables: Tables): readonly string[] {
  const ends = new Set(tables.ends.map((end) => end.code));
  const families = new Set(tables.ends.map((end) => end.family));
  const judgements = new Set(tables.judgements.map((judgement) => judgement.code));
  const checkpoints = new Set(tables.checkpoints.map((checkpoint) => checkpoint.id));
  const cautions = new Set(tables.cautions.map((caution) => caution.code));
  const ruled = new Set(tables.joints.map((rule) => rule.type));
  const kinds = new Set(tables.losses.map(({ kind }) => kind));
  const materials = new Set(tables.roughness.map(({ material }) => material));
  const waves = new Set(tables.waveSpeeds.map(({ material }) => material));
  const needEnd = (where: string, code: string) =>
    ends.has(code) ? [] : [`${where}: no end ${code} in ends.csv`];
  return [
    ...unique(
      "ends",
      tables.ends.map((end) => end.code),
    ),
    ...unique(
      "catalogue",
      tables.parts.map((part) => part.sku),
    ),
    ...unique(
      "joints",
      tables.joints.map((rule) => rule.id),
    ),
    ...unique(
      "presets",
      tables.presets.map((preset) => preset.id),
    ),
    ...tables.parts.flatMap((part) => [
      ...part.ports.flatMap((port) => needEnd(`catalogue ${part.sku} port ${port.id}`, port.end)),
      ...(part.joins ?? []).flatMap((code) => needEnd(`catalogue ${part.sku} joins`, code)),
      ...(part.joins === null && part.ports.length < fewestPorts(part.kind)
        ? [`catalogue ${part.sku}: needs two ports or two ends it joins`]
        : []),
    ]),
    ...tables.parts.flatMap(({ sku, kind, material, ports }) => [
      ...(ports.length === 0 || kinds.has(kind) ? [] : [`catalogue ${sku}: no ${kind} in losses.csv`]),
      ...(ports.length === 0 || materials.has(material)
        ? []
        : [`catalogue ${sku}: no ${material} in roughness.csv`]),
    ]),
    ...tables.parts
      .filter(({ kind, material }) => WAVE_KINDS.includes(kind) && !waves.has(material))
      .map(({ sku, material }) => `catalogue ${sku}: no ${material} in wave-speeds.csv`),
    ...tables.pipeSizes
      .filter(({ material }) => !waves.has(material) || !materials.has(material))
      .map(({ code, material }) => `pipe-sizes ${code}: no ${material} in wave-speeds.csv and roughness.csv`),
    ...tables.fixtures
      .filter(({ fixture }) => !tables.inletValves.some((each) => each.fixture === fixture))
      .map(({ fixture }) => `fixtures ${fixture}: no row in inlet-valves.csv`),
    ...tables.fixtures
      .filter(({ fixture }) => tables.moves.filter((each) => each.fixture === fixture).length !== 1)
      .map(({ fixture }) => `fixtures ${fixture}: needs one row in moves.csv`),
    ...tables.fixtures
      .filter(({ fixture }) => tables.demands.filter((each) => each.fixture === fixture).length !== 1)
      .map(({ fixture }) => `fixtures ${fixture}: needs one row in demands.csv`),
    ...tables.outlets
      .filter(({ end }) => !tables.ends.some(({ code }) => code === end))
      .map(({ end }) => `outlets ${end}: no such end`),
    ...tables.outlets
      .filter(({ boreIn: { low, likely, high } }) => !(low <= likely && likely <= high))
      .map(({ end }) => `outlets ${end}: the likely bore lies between low and high`),
    ...tables.arrestorSizes
      .filter(({ units, gasIn3 }, at) => {
        const before = tables.arrestorSizes[at - 1];
        return before !== undefined && !(units.from > before.units.until && gasIn3 > before.gasIn3);
      })
      .map(({ size }) => `arrestor-sizes ${size}: units and gas must rise from size to size`),
    ...tables.tools.flatMap(({ id, ends: asked }) => asked.flatMap((end) => needEnd(`tools ${id}`, end))),
    ...materialFaults(tables),
    ...reachFaults(tables),
    ...tables.fixtures
      .filter(({ fixture, like }) => !tables.presets.some((preset) => preset.fixture === (like ?? fixture)))
      .map(({ fixture }) => `fixtures ${fixture}: no preset of its own, and like names none that has one`),
    ...tables.presets.flatMap((preset) => [
      ...needEnd(`presets ${preset.id}`, preset.inletEnd),
      ...needEnd(`presets ${preset.id}`, preset.supplyEnd),
      ...preset.checkpoints
        .filter((id) => !checkpoints.has(id))
        .map((id) => `presets ${preset.id}: no checkpoint ${id}`),
    ]),
    ...tables.matings.flatMap((mating) => [
      ...[mating.a, mating.b]
        .filter((side) => !families.has(side.family))
        .map((side) => `matings ${mating.id}: no family ${side.family}`),
      ...(ruled.has(mating.type) ? [] : [`matings ${mating.id}: no joint rule for ${mating.type}`]),
      ...(mating.note === null || judgements.has(mating.note)
        ? []
        : [`matings ${mating.id}: no judgement ${mating.note}`]),
    ]),
    ...[...libraryFaults(tables.steps), ...missingRoles(tables.steps)].map(
      ({ step, field, message }) => `steps ${step} ${field}: ${message}`,
    ),
    ...tables.steps
      .filter((step) => step.caution !== null && !cautions.has(step.caution.replace(/-if-\w+$/, "")))
      .map((step) => `steps ${step.id}: no caution ${step.caution}`),
    ...tables.templates.flatMap(({ id, groups }) =>
      groups
        .filter((group) => !tables.presets.some((preset) => preset.group === group))
        .map((group) => `templates ${id}: no group ${group} in presets.csv`),
    ),
    ...UPKEEP_CODES.filter((code) => !tables.upkeep.some((rule) => rule.code === code)).map(
      (code) => `upkeep: no row for ${code}`,
    ),
    ...unique(
      "upkeep",
      tables.upkeep.map((rule) => rule.code),
    ),
    ...Object.entries(PRACTICES).flatMap(([key, choices]) => schoolFaults(tables, key, choices)),
  ];
}

function schoolFaults(tables: Tables, key: string, choices: readonly string[]): readonly string[] {
  const rows = tables.schools.filter((school) => school.key === key);
  const missing = choices.filter((choice) => !rows.some((row) => row.choice === choice));
  const defaults = rows.filter((row) => row.isDefault).length;
  return [
    ...missing.map((choice) => `schools: no row for ${key} ${choice}`),
    ...(defaults === 1 ? [] : [`schools: ${key} needs exactly one default, has ${defaults}`]),
  ];
}
