/** Every schema of something stored, and the type it reads: equal in both directions, or this file does not compile. */
import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { describe, it } from "node:test";
import type { z } from "zod";
import type { Bill, Rates } from "../core/bill/index.ts";
import type { HoldRecord } from "../core/hold/index.ts";
import type { Plan, PlanRequest } from "../core/plan/index.ts";
import type { StandingWay } from "../core/planner/index.ts";
import type { VisitTicket } from "../core/projection/index.ts";
import type { ConnectionAsLeft } from "../core/site/index.ts";
import type { Survey } from "../core/survey/index.ts";
import type { Tables } from "../core/tables.ts";
import type { VisitEvent } from "../core/visit/index.ts";
import type { WayOut } from "../core/way-out/index.ts";
import type { asLeftSchema } from "./as-left.ts";
import type { billSchema, ratesSchema } from "./bill.ts";
import type { holdRecordSchema } from "./hold.ts";
import type { planRequest, planSchema, storedPlanRequest } from "./plan.ts";
import type { standingWay, wayOut } from "./plan-answer.ts";
import type { SameShape } from "./same-shape.ts";
import type { surveySchema } from "./survey.ts";
import type { tablesSchema } from "./tables.ts";
import type { ticketSchema } from "./ticket.ts";
import type { eventSchema } from "./visit.ts";

type Except<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;
type InBody = "stock" | "supply" | "keptNut";
/** A request is kept without stock, and an event with such a request. */
type StoredRequest = Omit<PlanRequest, "stock"> & { readonly stock: null };
type StoredEvent = VisitEvent extends infer E
  ? E extends { readonly request: PlanRequest }
    ? Omit<E, "request"> & { readonly request: StoredRequest }
    : E
  : never;

/** Each type names what differs where a schema and its type do. */
interface Held {
  readonly asLeftSchema: SameShape<z.output<typeof asLeftSchema>, ConnectionAsLeft>;
  readonly billSchema: SameShape<z.output<typeof billSchema>, Bill>;
  readonly ratesSchema: SameShape<z.output<typeof ratesSchema>, Rates>;
  readonly holdRecordSchema: SameShape<z.output<typeof holdRecordSchema>, HoldRecord>;
  /** A body counts stock and may leave the pressure out; plannerRequest turns both into the planner's own. */
  readonly planRequest: SameShape<Except<z.output<typeof planRequest>, InBody>, Except<PlanRequest, InBody>>;
  readonly storedPlanRequest: SameShape<z.output<typeof storedPlanRequest>, StoredRequest>;
  readonly planSchema: SameShape<z.output<typeof planSchema>, Plan>;
  readonly surveySchema: SameShape<z.output<typeof surveySchema>, Survey>;
  readonly tablesSchema: SameShape<z.output<typeof tablesSchema>, Tables>;
  readonly ticketSchema: SameShape<z.output<typeof ticketSchema>, VisitTicket>;
  readonly standingWay: SameShape<z.output<typeof standingWay>, StandingWay>;
  readonly wayOut: SameShape<z.output<typeof wayOut>, WayOut>;
  readonly eventSchema: SameShape<z.output<typeof eventSchema>, StoredEvent>;
}

const held: Held = {
  asLeftSchema: true,
  billSchema: true,
  ratesSchema: true,
  holdRecordSchema: true,
  planRequest: true,
  storedPlanRequest: true,
  planSchema: true,
  surveySchema: true,
  tablesSchema: true,
  ticketSchema: true,
  standingWay: true,
  wayOut: true,
  eventSchema: true,
};

describe("schemas and the types they read", () => {
  it("are equal, each one that stands here", () => {
    assert.ok(Object.values(held).every((isSame) => isSame));
  });
  it("are all here: whatever a schema file says it satisfies", () => {
    const folder = new URL(".", import.meta.url);
    const satisfied = readdirSync(folder)
      .filter((name) => name.endsWith(".ts") && !name.endsWith(".test.ts"))
      .flatMap((name) =>
        [...readFileSync(new URL(name, folder), "utf8").matchAll(/satisfies z\.ZodType<(\w+)>/g)].map(
          ([, type]) => type,
        ),
      );
    const own = readFileSync(new URL(import.meta.url), "utf8");
    // Read on the way into what stands here, with names of their own inside their files only.
    const within = ["PortRef", "LineSpace", "Measured"];
    assert.ok(satisfied.length > 10);
    assert.deepEqual(
      satisfied.filter((type) => !within.includes(type ?? "") && !new RegExp(`\\b${type}\\b`).test(own)),
      [],
    );
  });
  it("are told apart by a field on one side, an optional one too, and by its width", () => {
    const lacks: SameShape<{ a: string }, { a: string; b?: number }> = "the schema lacks a field of the type";
    const more: SameShape<{ a: string; b?: number }, { a: string }> = false;
    const deep: SameShape<{ a: { b: 1 }[] }, { readonly a: readonly { readonly b: 1; readonly c?: 2 }[] }> =
      "the schema lacks a field of the type";
    const wider: SameShape<{ a: string }, { a: "x" }> = "the schema is wider than the type";
    const narrower: SameShape<{ a: "x" }, { a: string }> = "the type is wider than the schema";
    const optional: SameShape<{ a: string }, { a?: string }> = "the type is wider than the schema";
    const same: SameShape<{ a?: string[] }, { readonly a?: readonly string[] }> = true;
    assert.deepEqual([lacks, more, deep, wider, narrower, optional, same].length, 7);
  });
});
