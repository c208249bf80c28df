/** What the plain forms on a visit's page ask for. */
import { z } from "zod";
import { STOP_PROOFS } from "../../core/survey/index.ts";
import type { VisitAct } from "../../core/visit/index.ts";
import { line, looseLine, uuid } from "../../schema/text.ts";
import { invalid } from "../http/app-error.ts";

const form = z.discriminatedUnion("action", [
  z.object({
    action: z.literal("add"),
    connection: uuid,
    preset: z.string().min(1, "Choose what is to be connected."),
    place: looseLine(120),
  }),
  z.object({
    action: z.literal("note"),
    id: uuid.optional(),
    text: z.string().trim().min(1, "Write the note first.").max(2000),
  }),
  z.object({
    action: z.literal("valve"),
    id: uuid.optional(),
    name: line(80),
    place: looseLine(200),
    shuts: z.enum(["branch", "hot", "house"]),
    water: z.enum(["both", "cold", "hot"]),
    valveKind: looseLine(80),
    proof: z.enum(STOP_PROOFS),
  }),
  z.object({
    action: z.literal("remove"),
    connection: z.uuid("Choose a connection.").toLowerCase(),
    id: uuid.optional(),
    reason: z.string().trim().min(1, "Say why.").max(500),
  }),
]);

export type VisitAction =
  | { readonly kind: "add"; readonly connection: string; readonly preset: string; readonly place: string }
  | { readonly kind: "act"; readonly act: VisitAct; readonly id: string | null };

/** Parses a form of a visit's page into the act it asks for. Errors: AppError invalid, naming the field. */
export function visitAction(data: FormData, now: Date): VisitAction {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) throw invalid(parsed.error);
  const asked = parsed.data;
  switch (asked.action) {
    case "add":
      return { kind: "add", connection: asked.connection, preset: asked.preset, place: asked.place };
    case "note":
      return { kind: "act", id: asked.id ?? null, act: { kind: "visit-noted", text: asked.text } };
    case "valve": {
      const { id, name, place, shuts, water, valveKind, proof } = asked;
      return {
        kind: "act",
        id: id ?? null,
        act: {
          kind: "valve-noted",
          valve: {
            name,
            place,
            shuts,
            ...(water === "both" ? {} : { water }),
            kind: valveKind === "" ? null : valveKind,
            proof,
            provedAt: proof === "not-proved" ? null : now.toISOString(),
          },
        },
      };
    }
    case "remove":
      return {
        kind: "act",
        id: asked.id ?? null,
        act: { kind: "connection-removed", connection: asked.connection, reason: asked.reason },
      };
  }
}
