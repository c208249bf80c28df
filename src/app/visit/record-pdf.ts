/** The record of a visit as a PDF: what its page says, the strips as vectors, a code that leads the next plumber to each fixture. */
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { ticketJoints } from "../../core/projection/index.ts";
import { sentenceText } from "../../core/record/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { readPhoto } from "../../db/photo.ts";
import { standaloneSvg } from "../../drawing/print-style.ts";
import { RunStrip } from "../../drawing/run-strip.tsx";
import { dayText, stampText } from "../../labels/site-time.ts";
import type { Context } from "../context.ts";
import { notFound } from "../http/app-error.ts";
import { linkBase, shopDetails } from "../shop/shop-details.ts";
import { figuresFor } from "./connection-page.ts";
import { PdfSheet } from "./pdf-sheet.ts";
import { type RecordedConnection, recordOf } from "./record.ts";
import { readVisit, type Visit } from "./visit.ts";

const TITLE = 17;
const CONNECTION = 12;
const SECTION = 10.5;

/** Returns the run of a connection as an SVG file; null: no hookup is chosen. */
export function stripSvg(context: Pick<Context, "plannerIndex">, connection: ConnectionState): string | null {
  const { plan, survey, joints } = connection;
  if (plan === null) return null;
  const codes = joints.flatMap(({ joint }) => joint.ends ?? []);
  return standaloneSvg(
    renderToStaticMarkup(
      createElement(RunStrip, {
        plan: plan.plan,
        ends: figuresFor(context, codes),
        joints: ticketJoints(connection),
        fixture: survey.label,
        inletPlastic: survey.inlet.plastic,
      }),
    ),
  );
}

async function writeConnection(
  context: Context,
  sheet: PdfSheet,
  { visit, base }: { readonly visit: Visit; readonly base: string },
  { connection, section }: RecordedConnection,
): Promise<void> {
  sheet.rule();
  sheet.heading([section.title, section.place].filter(Boolean).join(", "), CONNECTION);
  sheet.sentence([{ kind: "strong", text: section.phase }]);
  const strip = stripSvg(context, connection);
  if (strip !== null) sheet.drawing(strip);
  for (const fact of section.facts) sheet.sentence(fact);
  if (section.parts.length > 0)
    sheet.sentence([
      { kind: "quiet", text: "Put in: " },
      section.parts.map(({ amount, name, sku }) => `${amount} ${name} ${sku}`).join("; "),
    ]);
  if (section.table.rows.length > 0)
    sheet.table(
      ["Joint", "Made", ...section.table.stages],
      section.table.rows.map(({ target, label, made, cells }) => [
        { text: `${target} ${label}`.trim() },
        { text: made, font: "figure" as const },
        ...cells.map((cell) => ({ text: cell === null ? "" : sentenceText(cell), font: "figure" as const })),
      ]),
    );
  for (const sentence of [...section.sentences, ...section.traces.map((trace) => trace.sentence)])
    sheet.sentence(sentence);
  for (const { id, caption } of section.photos) {
    const bytes = await readPhoto(context.sql, visit.id, id);
    if (bytes) sheet.picture(bytes, caption);
  }
  sheet.sentence(section.ending);
  sheet.qrCode(
    `${base}/visits/${visit.id}/${section.id}`,
    "For the next plumber: this connection, with its history.",
  );
}

/**
 * Returns the record of a visit as a PDF. `origin`: the address the visit was asked for under, for the codes.
 * Errors: AppError not-found.
 */
export async function recordPdf(context: Context, visitId: string, origin: string): Promise<Uint8Array> {
  const visit = await readVisit(context, visitId);
  const { state } = visit;
  const { site } = state;
  if (site === null) throw notFound("visit");
  const now = context.now();
  const shop = await shopDetails(context);
  const { base } = linkBase(shop, origin);
  const sections = recordOf(state, context.tables, now.toISOString());
  const sheet = new PdfSheet(`Record, ${state.title}`, shop.name, now);
  sheet.heading(state.title, TITLE);
  const who = [shop.name, shop.phone, shop.licence && `licence ${shop.licence}`].filter(
    (part) => part !== "",
  );
  if (who.length > 0) sheet.sentence([{ kind: "quiet", text: who.join(" · ") }]);
  sheet.sentence([[site.name, site.address].filter(Boolean).join(", ")]);
  sheet.sentence([{ kind: "figure", text: stampText(state.startsAt, site.zone) }]);
  if (state.isTraining)
    sheet.sentence([
      { kind: "strong", text: "Training visit: readings may be simulated. Not a customer's record." },
    ]);
  if (sections.length === 0) sheet.sentence(["Nothing has been connected in this visit yet."]);
  for (const each of sections) await writeConnection(context, sheet, { visit, base }, each);
  const observations = state.notes.filter(({ isForCustomer }) => isForCustomer);
  if (observations.length > 0) {
    sheet.heading("Observations", SECTION);
    for (const { text, by } of observations) sheet.sentence([text, { kind: "quiet", text: ` (${by})` }]);
  }
  sheet.rule();
  sheet.sentence([
    { kind: "strong", text: "If anything is wet: " },
    `shut the valve named above, clockwise, without force, and call ${shop.phone || "the plumber"}. Keep away from water near electricity.`,
  ]);
  const signed = new Set(
    sections.flatMap(({ connection }) =>
      connection.signed === null
        ? []
        : [`${connection.signed.name}, ${dayText(connection.signed.at, site.zone)}`],
    ),
  );
  sheet.sentence(["Plumber: ", signed.size === 0 ? "not signed" : [...signed].join("; ")]);
  sheet.sentence(["Received by:                                        Date:"]);
  sheet.sentence(
    [
      `Made ${stampText(now.toISOString(), site.zone)}. Turns are counted past hand-tight. Figures for what a look can have seen are estimates. Local code and the makers' sheets come first. Flexible lines age: renew them on the maker's schedule.`,
    ],
    { small: true },
  );
  return sheet.finish();
}
