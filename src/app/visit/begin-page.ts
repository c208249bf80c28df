/** Everything a device needs so that a visit can be begun on it without a network. */
import { presetGroups } from "../../core/opening/index.ts";
import { surveyFromPreset } from "../../core/survey/index.ts";
import { recentSites } from "../../db/site.ts";
import type { Context } from "../context.ts";
import { surveyEnds } from "../identify/end-offer.ts";
import { currentLibrary } from "../step/step-library.ts";
import { valvesOf } from "./site-valves.ts";

/** Sites a device without a network knows: those visited last. */
const MOST_SITES = 20;

/** Ends to choose from for every preset, with their outlines. They follow from the tables alone: worked out once. */
function offersFor(context: Pick<Context, "identifier" | "tables">) {
  const { presets } = context.tables;
  const offers = presets.map((preset) => surveyEnds(context, surveyFromPreset(preset, "")));
  return {
    offer: {
      ends: offers[0]?.ends ?? [],
      shapes: Object.assign({}, ...offers.map(({ shapes }) => shapes)),
    },
    /** Ends met most, for each preset. */
    likely: Object.fromEntries(presets.map(({ id }, at) => [id, offers[at]?.likely ?? {}])),
  };
}
const offersCache = new WeakMap<Context["tables"], ReturnType<typeof offersFor>>();

function everyOffer(context: Pick<Context, "identifier" | "tables">) {
  const known = offersCache.get(context.tables);
  if (known !== undefined) return known;
  const offers = offersFor(context);
  offersCache.set(context.tables, offers);
  return offers;
}

/** Returns the presets, the sites visited last with their valves, and every end a survey may choose from. */
export async function readBeginPage(context: Context) {
  const { sql, tables } = context;
  const [rows, library] = await Promise.all([recentSites(sql, MOST_SITES), currentLibrary(sql, tables)]);
  return {
    actor: await context.actor(),
    now: context.now().toISOString(),
    groups: presetGroups(tables.presets),
    templates: tables.templates,
    sites: rows.map((row) => ({
      siteId: row.siteId,
      site: { name: row.name, address: row.address, zone: row.zone },
      valves: valvesOf(row),
    })),
    tables: {
      ends: tables.ends,
      fixtures: tables.fixtures,
      presets: tables.presets,
      checkpoints: tables.checkpoints,
      stages: tables.stages,
      steps: library.steps,
      cautions: tables.cautions,
      moves: tables.moves,
      ladders: tables.ladders,
    },
    ...everyOffer(context),
    schools: tables.schools,
  };
}
