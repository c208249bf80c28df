/** Visits and connections made from a preset: what a plain form on Day and on a visit posts. */
import { z } from "zod";
import { surveyFromPreset } from "../../core/survey/index.ts";
import type { Tables } from "../../core/tables.ts";
import type { VisitAct, VisitEvent } from "../../core/visit/index.ts";
import { findVisit } from "../../db/visit.ts";
import { looseLine, uuid } from "../../schema/text.ts";
import { siteSchema } from "../../schema/visit.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";
import { valvesKnownAt } from "./site-valves.ts";
import { addEvents, openVisit, readVisit } from "./visit.ts";

export const newVisitForm = z.object({
  visit: uuid,
  preset: z.string().min(1, "Choose what is to be connected."),
  siteName: siteSchema.shape.name,
  siteAddress: siteSchema.shape.address,
  siteZone: siteSchema.shape.zone,
  title: looseLine(200),
  place: looseLine(120),
  training: z.literal("on").optional(),
});

/** Returns the presets offered as one button: hot and cold of one faucet go together. */
export function presetGroups(tables: Tables): readonly string[] {
  return [...new Set(tables.presets.map((preset) => preset.group))];
}

function connectionActs(
  tables: Tables,
  group: string,
  place: string,
  newId: () => string,
): readonly Extract<VisitAct, { kind: "connection-added" }>[] {
  const members = tables.presets.filter((preset) => preset.group === group);
  const chosen = isEitherOr(members.map((preset) => preset.water)) ? members.slice(0, 1) : members;
  if (chosen.length === 0)
    throw new AppError("refused", "Choose what is to be connected.", [
      { path: "preset", message: "is not in the list" },
    ]);
  const ids = chosen.map(() => newId());
  const [fixtureId = ""] = ids;
  return chosen.map((preset, at) => ({
    kind: "connection-added" as const,
    connection: ids[at] ?? newId(),
    // Hot and cold of one faucet are one fixture, named after its first connection.
    survey: { ...surveyFromPreset(preset, place), ...(chosen.length > 1 ? { fixtureId } : {}) },
    checkpoints: tables.checkpoints.filter((checkpoint) => preset.checkpoints.includes(checkpoint.id)),
  }));
}

/** Presets of one group with the same water are variants of one inlet: only the first is made. */
function isEitherOr(waters: readonly string[]): boolean {
  return new Set(waters).size < waters.length;
}

async function stamper(context: Context) {
  const { now, newId } = context;
  const actor = await context.actor();
  const typedAt = now().toISOString();
  return <A extends VisitAct>(act: A): VisitEvent => ({ id: newId(), actor, typedAt, ...act });
}

/** Opens the visit of a form. Sent twice (the same visit id), it is opened once. Returns its first connection. */
export async function startVisit(
  context: Context,
  form: z.output<typeof newVisitForm>,
): Promise<{ visit: string; connection: string }> {
  if (await findVisit(context.sql, form.visit)) {
    const { state } = await readVisit(context, form.visit);
    return { visit: form.visit, connection: state.connections[0]?.id ?? "" };
  }
  const stamp = await stamper(context);
  const acts = connectionActs(context.tables, form.preset, form.place, context.newId);
  const title = form.title === "" ? form.preset : form.title;
  const site = { name: form.siteName, address: form.siteAddress, zone: form.siteZone };
  const events = [
    stamp({
      kind: "visit-opened",
      site,
      title,
      startsAt: context.now().toISOString(),
      ...(form.training === undefined ? {} : { training: true as const }),
    }),
    ...(await valvesKnownAt(context.sql, site)).map(stamp),
    ...acts.map(stamp),
  ];
  await openVisit(context, form.visit, events);
  return { visit: form.visit, connection: acts[0]?.connection ?? "" };
}

/** Adds the connections of a preset group to a visit, the first under the id the form was made with: sent twice, added once. */
export async function addConnection(
  context: Context,
  visit: string,
  first: string,
  group: string,
  place: string,
): Promise<void> {
  const { state } = await readVisit(context, visit);
  if (state.connections.some((connection) => connection.id === first)) return;
  const stamp = await stamper(context);
  const ids = [first];
  const acts = connectionActs(context.tables, group, place, () => ids.pop() ?? context.newId());
  await addEvents(context, visit, acts.map(stamp));
}

/** Returns any one act on a visit, for plain forms; under the id the form was made with, so that a form sent twice acts once. */
export async function recordAct(
  context: Context,
  visit: string,
  act: VisitAct,
  id: string | null,
): Promise<void> {
  const { events } = await readVisit(context, visit);
  if (events.some(({ event }) => event.id === id)) return;
  const stamp = await stamper(context);
  const event = stamp(act);
  await addEvents(context, visit, [{ ...event, id: id ?? event.id }]);
}
