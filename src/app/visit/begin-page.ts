/** Everything a device needs so that a visit can be begun on it without a network. */
import { presetGroups } from "../../core/opening/index.ts";
import { surveyFromPreset } from "../../core/survey/index.ts";
import { recentSites } from "../../db/site.ts";
import type { Context } from "../context.ts";
import { surveyEnds } from "../identify/end-offer.ts";
import { currentLibrary } from "../step/step-library.ts";
import { valvesKnownAt } from "./site-valves.ts";

/** Sites a device without a network knows: those visited last. */
const MOST_SITES = 20;

/** Returns the presets, the sites visited last with their valves, and every end a survey may choose from. */
export async function readBeginPage(context: Context) {
  const { sql, tables } = context;
  const [rows, library] = await Promise.all([recentSites(sql, MOST_SITES), currentLibrary(sql, tables)]);
  const sites = await Promise.all(
    rows.map(async ({ siteId, name, address, zone }) => {
      const site = { name, address, zone };
      return { siteId, site, valves: await valvesKnownAt(sql, site) };
    }),
  );
  const offers = tables.presets.map((preset) => ({
    preset: preset.id,
    offer: surveyEnds(context, surveyFromPreset(preset, "")),
  }));
  return {
    actor: await context.actor(),
    now: context.now().toISOString(),
    groups: presetGroups(tables.presets),
    templates: tables.templates,
    sites,
    tables: {
      ends: tables.ends,
      fixtures: tables.fixtures,
      presets: tables.presets,
      checkpoints: tables.checkpoints,
      stages: tables.stages,
      steps: library.steps,
      cautions: tables.cautions,
      ladders: tables.ladders,
    },
    offer: {
      ends: offers[0]?.offer.ends ?? [],
      shapes: Object.assign({}, ...offers.map(({ offer }) => offer.shapes)),
    },
    /** Ends met most, for each preset. */
    likely: Object.fromEntries(offers.map(({ preset, offer }) => [preset, offer.likely])),
    schools: tables.schools,
  };
}
