/** Visits and connections made from a preset: what a plain form on Day and on a visit posts. */
import { z } from "zod";
import { groupActs, openingActs } from "../../core/opening/index.ts";
import { surveyAsLeft } from "../../core/site/index.ts";
import type { Site, VisitAct, VisitEvent } from "../../core/visit/index.ts";
import { findSiteById } from "../../db/site.ts";
import { findVisit } from "../../db/visit.ts";
import { localTime, looseLine, uuid } from "../../schema/text.ts";
import { siteSchema } from "../../schema/visit.ts";
import type { Context } from "../context.ts";
import { AppError, notFound } from "../http/app-error.ts";
import { readAsLeft } from "../site/site.ts";
import { instantOf } from "./site-clock.ts";
import { valvesKnownAt } from "./site-valves.ts";
import { addEvents, openVisit, readVisit } from "./visit.ts";

/** A day and time by the clocks of the site, as a form holds them; empty: now. */
const startsOn = z.union([z.literal(""), localTime]);

export const newVisitForm = z
  .object({
    visit: uuid,
    preset: z.string().optional(),
    template: z.string().optional(),
    /** A known site; a place that is written out wins over it. */
    site: z.union([z.literal(""), uuid]).default(""),
    siteName: looseLine(200),
    siteAddress: siteSchema.shape.address,
    siteZone: siteSchema.shape.zone,
    startsOn: startsOn.default(""),
    title: looseLine(200),
    place: looseLine(120),
    training: z.literal("on").optional(),
  })
  .refine(({ site, siteName }) => site !== "" || siteName !== "", {
    path: ["siteName"],
    message: "must not be empty",
  });

/** A visit to fixtures as an earlier one left them. */
export const nextVisitForm = z.object({
  visit: uuid,
  title: looseLine(200),
  startsOn: startsOn.default(""),
  connections: z.array(uuid).min(1, "Choose at least one fixture.").max(40),
});

const nothingChosen = () =>
  new AppError("refused", "Choose what is to be connected.", [
    { path: "preset", message: "is not in the list" },
  ]);

async function stamper(context: Context) {
  const { now, newId } = context;
  const actor = await context.actor();
  const typedAt = now().toISOString();
  return <A extends VisitAct>(act: A): VisitEvent => ({ id: newId(), actor, typedAt, ...act });
}

interface OpenedVisit {
  readonly visit: string;
  /** Its first connection. */
  readonly connection: string;
}

/** The visit of a form that was sent before; null: it is not open yet. */
async function alreadyOpen(context: Context, visit: string): Promise<OpenedVisit | null> {
  if (!(await findVisit(context.sql, visit))) return null;
  const { state } = await readVisit(context, visit);
  return { visit, connection: state.connections[0]?.id ?? "" };
}

/** Opens the visit of a form. Sent twice (the same visit id), it is opened once. Returns its first connection. */
export async function startVisit(
  context: Context,
  form: z.output<typeof newVisitForm>,
): Promise<OpenedVisit> {
  const open = await alreadyOpen(context, form.visit);
  if (open !== null) return open;
  const site = await siteOfForm(context, form);
  const opening = openingActs(
    context.tables,
    {
      site,
      title: form.title,
      place: form.place,
      startsAt: startOf(context, form.startsOn, site.zone),
      group: form.preset ?? "",
      template: context.tables.templates.find(({ id }) => id === form.template) ?? null,
      isTraining: form.training !== undefined,
      valves: await valvesKnownAt(context.sql, site),
    },
    context.newId,
  );
  if (opening === null) throw nothingChosen();
  const stamp = await stamper(context);
  await openVisit(context, form.visit, opening.acts.map(stamp));
  return { visit: form.visit, connection: opening.connection };
}

/** The site a form names: the place as it is written out, else a known one by its id. */
async function siteOfForm(context: Context, form: z.output<typeof newVisitForm>): Promise<Site> {
  if (form.siteName !== "" || form.site === "")
    return { name: form.siteName, address: form.siteAddress, zone: form.siteZone };
  const known = await findSiteById(context.sql, form.site);
  if (known === undefined) throw notFound("site");
  return { name: known.name, address: known.address, zone: known.zone };
}

/** Moment a visit is booked for; an empty field: now. */
function startOf(context: Context, startsOn: string, zone: string): string {
  return startsOn === "" ? context.now().toISOString() : instantOf(startsOn, zone);
}

/**
 * Opens a visit to fixtures of a site that begins from what an earlier visit left: each fact is to be confirmed by a look.
 * Sent twice, it is opened once. Returns its first connection.
 * Errors: AppError not-found, invalid.
 */
export async function startNextVisit(
  context: Context,
  siteId: string,
  form: z.output<typeof nextVisitForm>,
): Promise<OpenedVisit> {
  const open = await alreadyOpen(context, form.visit);
  if (open !== null) return open;
  const row = await findSiteById(context.sql, siteId);
  if (row === undefined) throw notFound("site");
  const site = { name: row.name, address: row.address, zone: row.zone };
  const left = await readAsLeft(context, form.connections);
  const stamp = await stamper(context);
  // Connections of one fixture stay together, as a fixture of the new visit.
  const fixtures = new Map(
    [...new Set(left.map(({ fixtureKey }) => fixtureKey))].map((key) => [key, context.newId()]),
  );
  const isShared = (key: string) => left.filter(({ fixtureKey }) => fixtureKey === key).length > 1;
  const added = left.map((each) => {
    const fixtureId = fixtures.get(each.fixtureKey);
    const preset = context.tables.presets.find(({ id }) => id === each.survey.preset);
    return stamp({
      kind: "connection-added",
      connection: context.newId(),
      survey: {
        ...surveyAsLeft(each),
        ...(isShared(each.fixtureKey) && fixtureId !== undefined ? { fixtureId } : {}),
      },
      checkpoints: context.tables.checkpoints.filter(({ id }) => preset?.checkpoints.includes(id)),
      continues: each.connection,
    });
  });
  const events = [
    stamp({
      kind: "visit-opened",
      site,
      title:
        form.title === ""
          ? [...new Set(left.map(({ label }) => label))].join(", ").slice(0, 200)
          : form.title,
      startsAt: startOf(context, form.startsOn, site.zone),
    }),
    ...(await valvesKnownAt(context.sql, site)).map(stamp),
    ...added,
  ];
  await openVisit(context, form.visit, events);
  const first = added[0];
  return { visit: form.visit, connection: first?.kind === "connection-added" ? first.connection : "" };
}

/**
 * Opens a visit like another one: the same fixtures at the same site, nothing looked at, proved or measured. Sent twice, it is
 * opened once.
 * Errors: AppError not-found.
 */
export async function duplicateVisit(context: Context, original: string, copy: string): Promise<void> {
  if (await findVisit(context.sql, copy)) return;
  const { state } = await readVisit(context, original);
  const { site } = state;
  if (site === null) throw notFound("visit");
  const stamp = await stamper(context);
  const fixtures = new Map<string, string>();
  const fixtureOfCopy = (id: string) => {
    const known = fixtures.get(id) ?? context.newId();
    fixtures.set(id, known);
    return known;
  };
  const acts = state.connections
    .filter(({ removed }) => removed === null)
    .map(({ survey, checkpoints }) => {
      const { fixtureId, line: _, present: __, ...same } = survey;
      return stamp({
        kind: "connection-added",
        connection: context.newId(),
        survey: {
          ...same,
          ...(fixtureId === undefined ? {} : { fixtureId: fixtureOfCopy(fixtureId) }),
          stop: { ...survey.stop, proof: "not-proved" as const, method: null },
          staticPsi: null,
          notes: "",
          confirmed: [],
        },
        checkpoints: checkpoints.map(({ letter: ___, ...checkpoint }) => checkpoint),
      });
    });
  await openVisit(context, copy, [
    stamp({
      kind: "visit-opened",
      site,
      title: state.title,
      startsAt: context.now().toISOString(),
      ...(state.isTraining ? { training: true as const } : {}),
    }),
    ...(await valvesKnownAt(context.sql, site)).map(stamp),
    ...acts,
  ]);
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
  const acts = groupActs(context.tables, group, place, () => ids.pop() ?? context.newId());
  if (acts.length === 0) throw nothingChosen();
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
