/** What a page of one connection is made from, loaded in one go so that nothing fails once the page is being sent. */
import type { EndCode } from "../../core/end/index.ts";
import type { StepTemplate } from "../../core/step/index.ts";
import { type ConnectionState, fixtureOf, type Site } from "../../core/visit/index.ts";
import type { EndFigure, EndFigures } from "../../drawing/layout.ts";
import type { Context } from "../context.ts";
import { notFound } from "../http/app-error.ts";
import { idFrom } from "../http/endpoint.ts";
import { learnedDurations, withLearned } from "../schedule/learned-minutes.ts";
import { leftBefore } from "../site/site.ts";
import { stepsOfVisit } from "../step/step-library.ts";
import { readVisit, type Visit } from "./visit.ts";

export interface ConnectionPage {
  readonly visit: Visit;
  readonly site: Site;
  readonly connection: ConnectionState;
  readonly actor: string;
  readonly now: string;
  /** The visit's own step library. */
  readonly steps: readonly StepTemplate[];
  /** When an earlier visit left the connection as this one began, and its record; null: this one began from a preset. */
  readonly asLeft: { readonly at: string; readonly href: string } | null;
}

/** Reads the connection an address names, with its visit, library and plumber. Errors: AppError not-found. */
export async function readConnection(
  context: Context,
  params: Readonly<Record<string, string | undefined>>,
): Promise<ConnectionPage> {
  const visit = await readVisit(context, idFrom(params["visit"], "visit"));
  const connectionId = idFrom(params["connection"], "connection");
  const connection = visit.state.connections.find((each) => each.id === connectionId);
  if (!connection || visit.state.site === null) throw notFound("connection");
  const now = context.now().toISOString();
  const left = await leftBefore(context, connection);
  return {
    visit,
    site: visit.state.site,
    connection,
    actor: await context.actor(),
    now,
    steps: await stepsOfVisit(context, visit.libraryVersion),
    asLeft: left && { at: left.signedAt, href: `/visits/${left.visit}/record` },
  };
}

/** Size assumed for an end whose figures are not listed, inches: half an inch, about the middle of the table. */
const MIDDLING_IN = 0.5;

/** Returns the drawing's figures for the given ends. */
export function figuresFor(
  { plannerIndex }: Pick<Context, "plannerIndex">,
  codes: readonly EndCode[],
): EndFigures {
  const figures = codes.flatMap((code): [EndCode, EndFigure][] => {
    const end = plannerIndex.ends.get(code);
    if (!end) return [];
    const acrossIn = end.outsideIn ?? end.readsIn?.high ?? MIDDLING_IN;
    return [[code, { name: end.name, form: end.form, gender: end.gender, acrossIn }]];
  });
  return Object.fromEntries(figures);
}

/** Ends a connection's pages may name: both ends of its survey and of every joint of its plan. */
export function codesOf(connection: ConnectionState): readonly EndCode[] {
  const { survey, plan } = connection;
  return [
    ...new Set([
      survey.supply.end,
      survey.inlet.end,
      ...(plan?.plan.joints.flatMap((joint) => joint.ends ?? []) ?? []),
    ]),
  ];
}

/** Returns what the islands of a connection are given. */
export function visitProps(
  context: Context,
  { visit, site, connection, actor, now, steps, asLeft }: ConnectionPage,
) {
  const { tables } = context;
  const own = fixtureOf(visit.state, connection);
  const codes = new Set([connection, ...own].flatMap(codesOf));
  const fixtures = new Set([connection, ...own].map(({ survey }) => survey.fixture));
  const presets = new Set([connection, ...own].map(({ survey }) => survey.preset));
  return {
    visitId: visit.id,
    connectionId: connection.id,
    eventText: JSON.stringify(visit.events.map(({ event }) => event)),
    actor,
    zone: site.zone,
    now,
    asLeft,
    tables: {
      ends: tables.ends.filter((end) => codes.has(end.code)),
      // All of them, with their few fields: another fixture may hang on the same stop.
      fixtures: tables.fixtures,
      presets: tables.presets.filter((each) => presets.has(each.id) || fixtures.has(each.fixture)),
      stages: tables.stages,
      steps,
      cautions: tables.cautions,
      moves: tables.moves.filter((each) => fixtures.has(each.fixture)),
      ladders: tables.ladders,
    },
    ends: figuresFor(context, [...codes]),
  };
}

/** Returns what the run sheet of a whole visit is made from. Errors: AppError not-found. */
export async function readVisitRun(context: Context, params: Readonly<Record<string, string | undefined>>) {
  const visit = await readVisit(context, idFrom(params["visit"], "visit"));
  if (visit.state.site === null) throw notFound("visit");
  const { tables } = context;
  const { connections } = visit.state;
  const fixtures = new Set(connections.map(({ survey }) => survey.fixture));
  const steps = withLearned(
    await stepsOfVisit(context, visit.libraryVersion),
    await learnedDurations(context),
  );
  return {
    visit,
    props: {
      visitId: visit.id,
      eventText: JSON.stringify(visit.events.map(({ event }) => event)),
      actor: await context.actor(),
      zone: visit.state.site.zone,
      now: context.now().toISOString(),
      tables: {
        // All of them: a hookup chosen on the way, a stop replaced, may bring any.
        ends: tables.ends,
        fixtures: tables.fixtures,
        presets: tables.presets.filter((each) => fixtures.has(each.fixture)),
        stages: tables.stages,
        steps,
        cautions: tables.cautions,
        moves: tables.moves.filter((each) => fixtures.has(each.fixture)),
        ladders: tables.ladders,
      },
    },
  };
}
