/** What a visit costs: an estimate from what is planned, the actual from what was made and the minutes somebody says. */
import { v4 as uuid } from "uuid";
import { z } from "zod";
import { type Bill, billOf, type Rates } from "../../core/bill/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { findVisit } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { AppError, invalid } from "../http/app-error.ts";
import { plannedMinutes } from "../schedule/duration.ts";
import { versionedRates } from "../shop/rates.ts";
import { shopDetails } from "../shop/shop-details.ts";
import { recordAct } from "./start-visit.ts";
import { readVisit } from "./visit.ts";

const priced = ({ survey, plan }: ConnectionState) => ({
  label: survey.place === "" ? survey.label : `${survey.label}, ${survey.place}`,
  cents: plan?.plan.priceCents ?? 0,
});

/** Connections that are planned, and those of which a joint is made. */
const plannedOnes = (connections: readonly ConnectionState[]) =>
  connections.filter(({ plan, removed }) => plan !== null && removed === null);
const workedOn = (connections: readonly ConnectionState[]) =>
  connections.filter(({ joints }) => joints.some(({ madeAt }) => madeAt !== null));

async function computed(
  context: Context,
  visitId: string,
  stage: Bill["stage"],
  minutes: number | null,
  rates: Rates,
): Promise<Bill | null> {
  const { state } = await readVisit(context, visitId);
  const connections = (stage === "estimate" ? plannedOnes : workedOn)(state.connections);
  const row = await findVisit(context.sql, visitId);
  const worked = stage === "estimate" && row !== undefined ? await plannedMinutes(context, row) : minutes;
  if (connections.length === 0 || worked === null) return null;
  return billOf(stage, { parts: connections.map(priced), minutes: worked }, rates);
}

/** Returns what the estimate page shows: what the plans come to now, and what was kept. Errors: AppError not-found. */
export async function readEstimate(context: Context, visitId: string) {
  const visit = await readVisit(context, visitId);
  const { rates } = await versionedRates(context);
  return {
    visit,
    shop: await shopDetails(context),
    rates,
    now: rates && (await computed(context, visitId, "estimate", null, rates)),
    hasPlan: plannedOnes(visit.state.connections).length > 0,
    isWorkedOn: workedOn(visit.state.connections).length > 0,
  };
}

const form = z.discriminatedUnion("action", [
  z.object({ action: z.literal("estimate"), id: z.uuid().toLowerCase(), total: z.coerce.number() }),
  z.object({
    action: z.literal("actual"),
    id: z.uuid().toLowerCase(),
    minutes: z.coerce.number("Say the minutes worked.").int().min(1, "Say the minutes worked.").max(10_000),
  }),
]);

/**
 * Keeps the estimate, or the actual for the minutes somebody says. The sums are the server's own.
 * Errors: AppError invalid naming the field; refused where the shop has no rates, nothing is planned or made, or the estimate
 * has changed since it was shown.
 */
export async function keepBill(context: Context, visitId: string, data: FormData): Promise<void> {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) throw invalid(parsed.error);
  const asked = parsed.data;
  const { rates } = await versionedRates(context);
  if (rates === null) throw new AppError("refused", "Say in Settings first what the shop charges.");
  const minutes = asked.action === "actual" ? asked.minutes : null;
  const bill = await computed(context, visitId, asked.action, minutes, rates);
  if (bill === null)
    throw new AppError(
      "refused",
      asked.action === "estimate"
        ? "Nothing is planned yet: choose a hookup first."
        : "No joint is made yet.",
    );
  if (asked.action === "estimate" && bill.totalCents !== asked.total)
    throw new AppError("stale", "The estimate has changed since it was shown: look again.");
  await recordAct(context, visitId, { kind: "bill-kept", bill }, asked.id);
}

/** Returns a fresh id for a form that keeps a bill: sent twice, it is kept once. */
export const freshBillId = uuid;
