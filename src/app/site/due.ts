/** What falls due, month by month: shown, dismissed with a reason, and as a calendar. */
import ical from "ical-generator";
import { v5 as uuidFrom } from "uuid";
import { z } from "zod";
import { dueThings, monthsAfter, UPKEEP_CODES, type Upkeep, type UpkeepCode } from "../../core/site/index.ts";
import {
  connectionsAsLeft,
  type DueCursor,
  type DueThingRow,
  dismissDue,
  listDue,
  replaceAllDue,
  restoreDue,
} from "../../db/due.ts";
import { transact } from "../../db/transact.ts";
import { asLeftSchema } from "../../schema/as-left.ts";
import { line, uuid } from "../../schema/text.ts";
import type { Context } from "../context.ts";
import { invalid } from "../http/app-error.ts";
import { keepSetting } from "../shop/setting.ts";
import { shopUpkeep, UPKEEP, upkeepSchema } from "../shop/upkeep.ts";

const NAMESPACE = "3f2d8f0e-6b1c-4d0a-9a55-0a4e64e0f1c7";
const A_PAGE = 200;
/** Months the list looks ahead. */
const AHEAD_MONTHS = 12;
const DAY_MS = 24 * 60 * 60 * 1000;

export interface DueThing extends DueThingRow {
  readonly rule: Upkeep;
  readonly isLate: boolean;
}

export interface DueAtSite {
  readonly siteId: string;
  readonly siteName: string;
  readonly siteAddress: string;
  readonly things: readonly DueThing[];
}

export interface DueMonth {
  /** "2026-12"; what is late stands under the present month. */
  readonly month: string;
  readonly sites: readonly DueAtSite[];
}

const monthOf = (dueOn: string) => dueOn.slice(0, "2026-12".length);

function byMonth(things: readonly DueThing[], today: string): readonly DueMonth[] {
  const months = new Map<string, Map<string, DueThing[]>>();
  for (const thing of things) {
    const month = thing.isLate ? monthOf(today) : monthOf(thing.dueOn);
    const sites = months.get(month) ?? new Map<string, DueThing[]>();
    months.set(month, sites);
    sites.set(thing.siteId, [...(sites.get(thing.siteId) ?? []), thing]);
  }
  return [...months]
    .toSorted(([a], [b]) => (a < b ? -1 : 1))
    .map(([month, sites]) => ({
      month,
      sites: [...sites].map(([siteId, own]) => ({
        siteId,
        siteName: own[0]?.siteName ?? "",
        siteAddress: own[0]?.siteAddress ?? "",
        things: own,
      })),
    }));
}

async function dueBefore(
  context: Pick<Context, "sql" | "tables" | "now">,
  asked: Parameters<typeof listDue>[1],
): Promise<readonly DueThing[]> {
  const rules = await shopUpkeep(context);
  const today = context.now().toISOString().slice(0, "2026-12-01".length);
  return (await listDue(context.sql, asked)).flatMap((row): DueThing[] => {
    const rule = rules.find(({ code }) => code === row.code);
    return rule === undefined ? [] : [{ ...row, rule, isLate: row.dueOn < today }];
  });
}

const MARK = /^(\d{4}-\d\d-\d\d)~([0-9a-f-]{36})~([a-z-]+)$/;

/** Returns what is late or falls due within a year, month by month and site by site; at one site only where one is named. */
export async function readDue(
  context: Pick<Context, "sql" | "tables" | "now">,
  { siteId, after }: { readonly siteId: string | null; readonly after: string | null },
): Promise<{ readonly months: readonly DueMonth[]; readonly next: string | null }> {
  const now = context.now().toISOString();
  const [, dueOn, connectionId, code] = MARK.exec(after ?? "") ?? [];
  const cursor = dueOn && connectionId && code ? { dueOn, connectionId, code } : null;
  const things = await dueBefore(context, {
    before: monthsAfter(now, AHEAD_MONTHS),
    siteId,
    limit: A_PAGE + 1,
    after: cursor,
  });
  const last = things[A_PAGE - 1];
  return {
    months: byMonth(things.slice(0, A_PAGE), now.slice(0, "2026-12-01".length)),
    next: things.length > A_PAGE && last ? `${last.dueOn}~${last.connectionId}~${last.code}` : null,
  };
}

/** Returns what is late or falls due within a year as an iCalendar file: a whole day each, the same entry every time. */
export async function dueCalendar(context: Pick<Context, "sql" | "tables" | "now">): Promise<string> {
  const now = context.now();
  const things = await dueBefore(context, {
    before: monthsAfter(now.toISOString(), AHEAD_MONTHS),
    siteId: null,
    limit: null,
    after: null,
  });
  // The nearest first: whoever shows only so many entries shows those of now.
  const awayMs = ({ dueOn }: DueThing) => Math.abs(Date.parse(`${dueOn}T00:00:00.000Z`) - now.getTime());
  const calendar = ical({
    name: "Due at sites",
    prodId: { company: "Brass Nut", product: "due", language: "EN" },
  });
  for (const { connectionId, code, dueOn, rule, label, room, siteName, siteAddress } of things.toSorted(
    (a, b) => awayMs(a) - awayMs(b),
  )) {
    const start = new Date(`${dueOn}T00:00:00.000Z`);
    calendar.createEvent({
      id: uuidFrom(`${connectionId} ${code} ${dueOn}`, NAMESPACE),
      start,
      end: new Date(start.getTime() + DAY_MS),
      allDay: true,
      stamp: now,
      summary: `${rule.label}: ${label}${room === "" ? "" : `, ${room}`}`,
      location: [siteName, siteAddress].filter(Boolean).join(", "),
      description: `${rule.reason}.`,
    });
  }
  return calendar.toString();
}

const dueKey = {
  connection: uuid,
  code: z.enum(UPKEEP_CODES),
  dueOn: z.iso.date(),
};
const dueForm = z.discriminatedUnion("action", [
  z.object({ action: z.literal("dismiss"), ...dueKey, reason: line(500) }),
  z.object({ action: z.literal("restore"), ...dueKey }),
]);

/** Dismisses a due thing with a reason, or takes the dismissal back. Errors: AppError invalid. */
export async function settleDue(context: Context, form: FormData): Promise<void> {
  const parsed = dueForm.safeParse(Object.fromEntries(form));
  if (!parsed.success) throw invalid(parsed.error);
  const { data } = parsed;
  const key: DueCursor = { connectionId: data.connection, code: data.code, dueOn: data.dueOn };
  if (data.action === "restore") return restoreDue(context.sql, key);
  const stamp = { actor: await context.actor(), at: context.now() };
  await dismissDue(context.sql, key, { reason: data.reason, ...stamp });
}

/**
 * Sets the shop's intervals and computes everything due anew. Fields are named by the rule's code, in months; 0: not asked for.
 * Errors: AppError invalid naming the field; stale.
 */
export async function setUpkeep(
  context: Pick<Context, "sql" | "tables">,
  form: FormData,
  seen: number,
): Promise<void> {
  const typed = Object.fromEntries(
    UPKEEP_CODES.map((code): [UpkeepCode, number] => [code, Number(form.get(code) ?? Number.NaN)]),
  );
  const parsed = upkeepSchema.safeParse(typed);
  if (!parsed.success) throw invalid(parsed.error);
  await transact(context.sql, async (tx) => {
    await keepSetting(tx, UPKEEP, parsed.data, seen);
    const rules = await shopUpkeep({ sql: tx, tables: context.tables });
    const rows = (await connectionsAsLeft(tx)).flatMap(({ visitId, body }) => {
      const asLeft = asLeftSchema.parse(body);
      return dueThings(asLeft, rules).map(({ code, dueOn, since }) => ({
        visit_id: visitId,
        connection_id: asLeft.connection,
        code,
        due_on: dueOn,
        since,
      }));
    });
    await replaceAllDue(tx, JSON.stringify(rows));
  });
}
