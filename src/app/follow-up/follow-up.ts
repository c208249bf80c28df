/** Follow-up checks: what is due when, as a list and as a calendar, and the link a customer answers one by. */
import { createHash, randomBytes } from "node:crypto";
import ical, { ICalAlarmType } from "ical-generator";
import { v5 as uuidFrom } from "uuid";
import { CUSTOMER_BY_LINK, lastFollowUp } from "../../core/check/index.ts";
import { shutOffOf } from "../../core/record/index.ts";
import {
  type ConnectionPhase,
  type ConnectionState,
  connectionPhase,
  fixtureOf,
} from "../../core/visit/index.ts";
import { findLink, markAnswered, putLink } from "../../db/answer-link.ts";
import { openWetAnswers } from "../../db/projection.ts";
import { finishedSince, listedVisits, listVisits } from "../../db/visit-list.ts";
import type { ShopDetails } from "../../schema/shop-details.ts";
import { uuid } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { AppError, notFound } from "../http/app-error.ts";
import { shopDetails } from "../shop/shop-details.ts";
import {
  type AnyTicket,
  isReadable,
  type ListedConnection,
  readVisitPage,
  type Ticket,
  ticketsOf,
} from "../visit/today.ts";
import { addEvents, readVisit } from "../visit/visit.ts";

const NAMESPACE = "0d6a2f3c-9f0e-4a1b-8a57-6d2f0b7c1e55";
const DAY_MS = 24 * 60 * 60 * 1000;
/** A link goes on being answerable this long after the follow-up check falls due, ms: a week. */
const LINK_LIVES_MS = 7 * DAY_MS;
/** A calendar's entry lasts so long, ms: half an hour. */
const ENTRY_MS = 30 * 60 * 1000;
const TOKEN_BYTES = 32;

export interface FollowUp {
  readonly visit: string;
  readonly title: string;
  readonly site: Ticket["site"];
  readonly connection: ListedConnection;
  readonly by: "plumber" | "customer";
  readonly dueAt: string;
  readonly isOverdue: boolean;
  readonly isDone: boolean;
  readonly isWet: boolean;
}

/** Where one waits for its follow-up check. */
const WAITS: ReadonlySet<ConnectionPhase> = new Set(["look-back", "overdue"]);

const phaseOf = ({ tables, now }: Pick<Context, "tables" | "now">, connection: ConnectionState) =>
  connectionPhase(connection, tables.stages, now().toISOString());

/** Returns the follow-up checks of the visits, soonest due first; done ones last. */
export function followUpsOf(tickets: readonly AnyTicket[]): readonly FollowUp[] {
  return tickets
    .filter(isReadable)
    .flatMap(({ id, title, site, connections }) =>
      connections.flatMap((connection): FollowUp[] => {
        const { signed, phase } = connection;
        if (signed === null) return [];
        return [
          {
            visit: id,
            title,
            site,
            connection,
            by: signed.lookBackBy,
            dueAt: signed.lookBackDueAt,
            isDone: phase === "done",
            isWet: phase === "weeping",
            isOverdue: phase === "overdue",
          },
        ];
      }),
    )
    .toSorted((a, b) => Number(a.isDone) - Number(b.isDone) || (a.dueAt < b.dueAt ? -1 : 1));
}

const LOOK_BACKS_A_PAGE = 50;

/** What was done this week is told beside what is to come, ms. */
const WEEK_MS = 7 * DAY_MS;
const MOST_DONE = 30;

/** Visits with a wet answer that nobody has answered, all of them; and those finished this week, the newest. */
async function wetAndDone(context: Context): Promise<readonly AnyTicket[]> {
  const { sql, now } = context;
  const wet = await openWetAnswers(sql);
  const rows = await listedVisits(sql, [...new Set(wet.map(({ visitId }) => visitId))]);
  const done = await finishedSince(sql, new Date(now().getTime() - WEEK_MS), MOST_DONE);
  return ticketsOf(context, [...new Map([...rows, ...done].map((row) => [row.visitId, row])).values()]);
}

/** Returns a page of follow-up checks: those still to come, the soonest due first; on the first page also what is wet or was done this week. */
export async function readFollowUps(
  context: Context,
  after: string | null,
): Promise<{ readonly lookBacks: readonly FollowUp[]; readonly next: string | null }> {
  const { tickets, next } = await readVisitPage(context, "due", { after, limit: LOOK_BACKS_A_PAGE });
  const shown = new Set(tickets.map(({ id }) => id));
  const beside =
    after === null
      ? (await wetAndDone(context)).filter(
          ({ id, lookBackDueAt }) => !shown.has(id) && lookBackDueAt === null,
        )
      : [];
  return { lookBacks: followUpsOf([...tickets, ...beside]), next };
}

/** Returns everything a calendar of follow-up checks holds. */
export async function readCalendar(context: Context): Promise<readonly FollowUp[]> {
  return followUpsOf(await ticketsOf(context, await listVisits(context.sql, "due", null)));
}

/** Returns every follow-up check that is not done, as an iCalendar file with an alarm at its time. */
export function followUpCalendar(lookBacks: readonly FollowUp[], now: Date): string {
  const calendar = ical({
    name: "Follow-up checks",
    prodId: { company: "Brass Nut", product: "look-backs", language: "EN" },
  });
  for (const { visit, title, site, connection, by, dueAt } of lookBacks.filter(({ isDone }) => !isDone)) {
    const start = new Date(dueAt);
    calendar
      .createEvent({
        id: uuidFrom(`${visit} ${connection.id}`, NAMESPACE),
        start,
        end: new Date(start.getTime() + ENTRY_MS),
        stamp: now,
        summary: `Look back: ${connection.label}, ${title}`,
        location: `${site.name}, ${site.address}`,
        description: `By the ${by}. A dry tissue on each joint; wet: shut the stop.`,
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  return calendar.toString();
}

const fingerprintOf = (token: string) => createHash("sha256").update(token).digest("hex");

/**
 * Returns a link for the customer of one signed connection; it takes the place of an earlier one. The token is told this once.
 * Errors: AppError not-found; refused when nothing is signed there or it is looked back already.
 */
export async function makeAnswerLink(context: Context, visit: string, connection: string): Promise<string> {
  const { state } = await readVisit(context, visit);
  const connectionState = state.connections.find(({ id }) => id === connection);
  if (!connectionState) throw notFound("connection");
  if (connectionState.signed === null || !WAITS.has(phaseOf(context, connectionState)))
    throw new AppError(
      "refused",
      "A link is for a signed connection whose follow-up check is still to come.",
    );
  const token = randomBytes(TOKEN_BYTES).toString("base64url");
  const from = Math.max(Date.parse(connectionState.signed.lookBackDueAt), context.now().getTime());
  await putLink(context.sql, fingerprintOf(token), {
    visitId: visit,
    connectionId: connection,
    expiresAt: new Date(from + LINK_LIVES_MS),
  });
  return token;
}

export interface Question {
  readonly site: string;
  readonly label: string;
  readonly place: string;
  readonly joints: number;
  readonly zone: string;
  readonly dueAt: string;
  readonly isAnswered: boolean;
  /** How often the link still takes an answer: what was dry may be wet an hour later. */
  readonly answersLeft: number;
  /** What was answered last; null: nothing yet. */
  readonly answer: "dry" | "wet" | null;
  /** Valves to shut when something is wet: of every connection of the fixture. */
  readonly valves: readonly { readonly name: string; readonly place: string; readonly water: string }[];
  /** Whom to call. */
  readonly shop: ShopDetails;
}

/** Returns what a link asks. Errors: AppError not-found for a token nobody made, one that was replaced and one that has expired. */
export async function readQuestion(context: Context, token: string): Promise<Question> {
  const link = await findLink(context.sql, fingerprintOf(token));
  if (!link || link.expiresAt < context.now()) throw notFound("link");
  const { state } = await readVisit(context, link.visitId);
  const connection = state.connections.find(({ id }) => id === link.connectionId);
  if (!connection?.signed || state.site === null) throw notFound("link");
  const answered = lastFollowUp(connection);
  return {
    shop: await shopDetails(context),
    answer: answered === null ? null : answered.result === "dry" ? "dry" : "wet",
    valves: fixtureOf(state, connection).map((each) => {
      const { name, place } = shutOffOf(each);
      return { name, place, water: each.survey.water };
    }),
    site: state.site.name,
    label: connection.survey.label,
    place: connection.survey.place,
    joints: connection.joints.length,
    zone: state.site.zone,
    dueAt: connection.signed.lookBackDueAt,
    isAnswered: link.answeredAt !== null || !WAITS.has(phaseOf(context, connection)),
    answersLeft: Math.max(0, MOST_ANSWERS - customersAnswers(connection)),
  };
}

/** Answers one link takes: more than anybody has to tell of one connection. */
const MOST_ANSWERS = 20;

const customersAnswers = ({ checks }: ConnectionState): number =>
  checks.filter(({ by }) => by === CUSTOMER_BY_LINK).length;

/**
 * Takes an answer of a customer; a later one is kept beside the first. The same form sent again is one answer.
 * Errors: AppError not-found; conflict when the link has taken as many as it takes; invalid; refused.
 */
export async function answerQuestion(context: Context, token: string, form: FormData): Promise<void> {
  const result = form.get("result");
  if (result !== "dry" && result !== "weeping")
    throw new AppError("invalid", "result: say whether the tissue stayed dry.", [
      { path: "result", message: "dry or weeping" },
    ]);
  const nonce = uuid.safeParse(form.get("answer"));
  const { answersLeft } = await readQuestion(context, token);
  const fingerprint = fingerprintOf(token);
  const link = await findLink(context.sql, fingerprint);
  if (!link || answersLeft === 0)
    throw new AppError("conflict", "This link takes no more answers: please call whoever sent it.");
  // The event's id comes from the link and the page that was shown: a form sent twice is one answer.
  await addEvents(context, link.visitId, [
    {
      id: uuidFrom(`answer ${fingerprint} ${nonce.success ? nonce.data : ""}`, NAMESPACE),
      actor: CUSTOMER_BY_LINK,
      typedAt: context.now().toISOString(),
      kind: "target-checked",
      connection: link.connectionId,
      target: "connection",
      stage: "look-back",
      result,
      method: "tissue",
      // Nobody was there to see how long the tissue lay: the clock says since when water could collect.
      watchedMin: null,
      note: "answered by link",
    },
  ]);
  await markAnswered(context.sql, fingerprint, context.now());
}
