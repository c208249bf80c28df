/** What the plain forms on a visit's page ask for. */
import { z } from "zod";
import { STOP_PROOFS } from "../../core/survey/index.ts";
import type { VisitAct, VisitState } from "../../core/visit/index.ts";
import { line, localTime, looseLine, uuid } from "../../schema/text.ts";
import { siteSchema } from "../../schema/visit.ts";
import { invalid } from "../http/app-error.ts";
import { instantOf } from "./site-clock.ts";
import type { ValvePicture } from "./valve-picture.ts";

const reason = z.string().trim().min(1, "Say why.").max(500);

const shown = z.string().max(400).optional();

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
    forCustomer: z.literal("on").optional(),
  }),
  z.object({
    action: z.literal("rename"),
    id: uuid.optional(),
    title: line(200),
    siteName: siteSchema.shape.name,
    siteAddress: siteSchema.shape.address,
    siteZone: siteSchema.shape.zone,
    startsOn: localTime.optional(),
    // What the page showed: a field that is as it was shown changes nothing.
    wasTitle: shown,
    wasSiteName: shown,
    wasSiteAddress: shown,
    wasSiteZone: shown,
    wasStartsOn: shown,
  }),
  z.object({ action: z.literal("bin"), id: uuid.optional(), reason }),
  z.object({ action: z.literal("cancel"), id: uuid.optional(), reason }),
  z.object({
    action: z.literal("answer-alert"),
    id: uuid.optional(),
    connection: uuid,
    answers: uuid,
    text: z.string().trim().min(1, "Say what was done.").max(500),
  }),
  z.object({ action: z.literal("duplicate"), copy: uuid }),
  z.object({ action: z.literal("restore"), id: uuid.optional() }),
  z.object({
    action: z.literal("restore-connection"),
    id: uuid.optional(),
    connection: z.uuid("Choose a connection.").toLowerCase(),
  }),
  z.object({ action: z.literal("strike"), id: uuid.optional(), event: z.uuid().toLowerCase(), reason }),
  z.object({
    action: z.literal("valve"),
    id: uuid.optional(),
    name: line(80),
    // Empty: as it was noted before.
    place: looseLine(200),
    shuts: z.enum(["", "branch", "hot", "house"]),
    water: z.enum(["", "both", "cold", "hot"]),
    valveKind: looseLine(80),
    proof: z.enum(["", ...STOP_PROOFS]),
  }),
  z.object({
    action: z.literal("remove"),
    connection: z.uuid("Choose a connection.").toLowerCase(),
    id: uuid.optional(),
    reason,
  }),
]);

export type VisitAction =
  | { readonly kind: "add"; readonly connection: string; readonly preset: string; readonly place: string }
  | { readonly kind: "duplicate"; readonly copy: string }
  | { readonly kind: "act"; readonly act: VisitAct; readonly id: string | null };

type Asked<A> = Extract<z.output<typeof form>, { readonly action: A }>;

function renamed(asked: Asked<"rename">, { title, site }: VisitAsItIs): VisitAct {
  const kept = (typed: string, was: string | undefined, now: string | undefined) =>
    typed === was && now !== undefined ? now : typed;
  const { startsOn, wasStartsOn } = asked;
  const zone = kept(asked.siteZone, asked.wasSiteZone, site?.zone);
  return {
    kind: "visit-renamed",
    title: kept(asked.title, asked.wasTitle, title),
    site: {
      name: kept(asked.siteName, asked.wasSiteName, site?.name),
      address: kept(asked.siteAddress, asked.wasSiteAddress, site?.address),
      zone,
    },
    ...(startsOn === undefined || startsOn === wasStartsOn ? {} : { startsAt: instantOf(startsOn, zone) }),
  };
}

function notedValve(
  { name, place, shuts, water, valveKind, proof }: Asked<"valve">,
  now: Date,
  { valves }: VisitAsItIs,
  picture: ValvePicture | null,
): VisitAsItIs["valves"][number] {
  const known = valves.find((valve) => valve.name === name);
  const waterNow = water === "" ? known?.water : water === "both" ? undefined : water;
  const kind = valveKind === "" ? (known?.kind ?? null) : valveKind;
  const isLooked = proof !== "";
  return {
    name,
    place: place === "" ? (known?.place ?? "") : place,
    shuts: shuts === "" ? (known?.shuts ?? "branch") : shuts,
    ...(waterNow === undefined ? {} : { water: waterNow }),
    kind,
    proof: isLooked ? proof : (known?.proof ?? "not-proved"),
    provedAt: !isLooked ? (known?.provedAt ?? null) : proof === "not-proved" ? null : now.toISOString(),
    ...(picture === null ? {} : { picture }),
  };
}

/** A visit as far as a form may leave it as it is. */
export type VisitAsItIs = Pick<VisitState, "title" | "site" | "valves">;

const NOTHING_YET: VisitAsItIs = { title: "", site: null, valves: [] };

/**
 * Parses a form of a visit's page into the act it asks for. `asItIs`: what a field that nobody touched keeps. `picture`: of the valve the
 * form names. Errors: AppError invalid, naming the field.
 */
export function visitAction(
  data: FormData,
  now: Date,
  asItIs: VisitAsItIs = NOTHING_YET,
  picture: ValvePicture | null = null,
): VisitAction {
  const parsed = form.safeParse(Object.fromEntries(data));
  if (!parsed.success) throw invalid(parsed.error);
  const asked = parsed.data;
  const act = (what: VisitAct): VisitAction => ({
    kind: "act",
    id: "id" in asked ? (asked.id ?? null) : null,
    act: what,
  });
  switch (asked.action) {
    case "add":
      return { kind: "add", connection: asked.connection, preset: asked.preset, place: asked.place };
    case "duplicate":
      return { kind: "duplicate", copy: asked.copy };
    case "note":
      return act({
        kind: "visit-noted",
        text: asked.text,
        ...(asked.forCustomer === undefined ? {} : { forCustomer: true as const }),
      });
    case "rename":
      return act(renamed(asked, asItIs));
    case "bin":
      return act({ kind: "visit-binned", reason: asked.reason });
    case "cancel":
      return act({ kind: "visit-cancelled", reason: asked.reason });
    case "answer-alert":
      return act({
        kind: "alert-answered",
        connection: asked.connection,
        answers: asked.answers,
        text: asked.text,
      });
    case "restore":
      return act({ kind: "visit-restored" });
    case "restore-connection":
      return act({ kind: "connection-restored", connection: asked.connection });
    case "strike":
      return act({ kind: "event-undone", undoes: asked.event, reason: asked.reason });
    case "valve":
      return act({ kind: "valve-noted", valve: notedValve(asked, now, asItIs, picture) });
    case "remove":
      return act({ kind: "connection-removed", connection: asked.connection, reason: asked.reason });
  }
}
