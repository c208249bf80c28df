/** What a visit costs: an estimate from what is planned, the actual from what was made and the minutes somebody says. */
import { z } from "zod";
import { type Bill, billOf, type Rates } from "../../core/bill/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { findVisit } from "../../db/visit.ts";
import type { Context } from "../context.ts";
import { AppError, invalid } from "../http/app-error.ts";
import { plannedSpan } from "../schedule/duration.ts";
import { logoAddress } from "../shop/logo.ts";
import { versionedRates } from "../shop/rates.ts";
import { shopDetails } from "../shop/shop-details.ts";
import { recordAct } from "./start-visit.ts";
import { readVisit, type Visit } from "./visit.ts";

/** Returns the parts of a connection as its plan prices them, under its name and room. */
export const pricedParts = ({ survey, plan }: Pick<ConnectionState, "survey" | "plan">) => ({
  label: survey.place === "" ? survey.label : `${survey.label}, ${survey.place}`,
  cents: plan?.plan.priceCents ?? 0,
});

/** Connections that are planned, and those of which a joint is made. */
const plannedOnes = (connections: readonly ConnectionState[]) =>
  connections.filter(({ plan, removed }) => plan !== null && removed === null);
const workedOn = (connections: readonly ConnectionState[]) =>
  connections.filter(({ joints }) => joints.some(({ madeAt }) => madeAt !== null));

/** Labor is the minutes with hands on the work. Null: nothing is planned, or how long the work takes is not known. */
async function estimateOf(context: Context, { id, state }: Visit, rates: Rates): Promise<Bill | null> {
  const connections = plannedOnes(state.connections);
  const row = connections.length === 0 ? undefined : await findVisit(context.sql, id);
  const minutes = row === undefined ? null : (await plannedSpan(context, row)).handsOnMin;
  return minutes === null
    ? null
    : billOf("estimate", { parts: connections.map(pricedParts), minutes }, rates);
}

/** Null: no joint is made. */
function actualOf({ state }: Visit, minutes: number, rates: Rates): Bill | null {
  const connections = workedOn(state.connections);
  return connections.length === 0
    ? null
    : billOf("actual", { parts: connections.map(pricedParts), minutes }, rates);
}

/** Returns what the estimate page shows: what the plans come to now, and what was kept. Errors: AppError not-found. */
export async function readEstimate(context: Context, visitId: string) {
  const visit = await readVisit(context, visitId);
  const { rates } = await versionedRates(context);
  return {
    visit,
    shop: await shopDetails(context),
    logo: await logoAddress(context),
    rates,
    now: rates && (await estimateOf(context, visit, rates)),
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
  const visit = await readVisit(context, visitId);
  const bill =
    asked.action === "estimate"
      ? await estimateOf(context, visit, rates)
      : actualOf(visit, asked.minutes, rates);
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
