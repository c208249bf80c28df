/** The record of a visit as a PDF: what its page says, the strips as vectors, a code that leads the next plumber to each fixture. */

import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import type { PdfBlock } from "../../compute/pdf-sheet.ts";
import { ticketJoints } from "../../core/projection/index.ts";
import type { Sentence } from "../../core/record/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { readPhoto } from "../../db/photo.ts";
import { standaloneSvg } from "../../drawing/print-style.ts";
import { RunStrip } from "../../drawing/run-strip.tsx";
import { inShopUnits, spanInShopUnits } from "../../labels/display.ts";
import { dayText, stampText } from "../../labels/site-time.ts";
import type { Context } from "../context.ts";
import { notFound } from "../http/app-error.ts";
import { shopDisplay } from "../shop/display.ts";
import { shopLogo } from "../shop/logo.ts";
import { linkBase, shopDetails } from "../shop/shop-details.ts";
import { figuresFor } from "./connection-page.ts";
import { type RecordedConnection, recordOf } from "./record.ts";
import { readVisit, type Visit } from "./visit.ts";

const TITLE = 17;
/** Height of the logo, points. */
const LOGO = 44;
const CONNECTION = 12;
const SECTION = 10.5;
/** A heading stands on the page of its strip. */
const STRIP_ROOM = 180;

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

const sentence = (...spans: Sentence): PdfBlock => ({
  kind: "sentence",
  sentence: spans.map((span) =>
    typeof span === "string" ? spanInShopUnits(span) : { ...span, text: spanInShopUnits(span) },
  ),
});
const heading = (text: string, size: number, keep = 0): PdfBlock => ({ kind: "heading", text, size, keep });

async function connectionBlocks(
  context: Context,
  { visit, base }: { readonly visit: Visit; readonly base: string },
  { connection, section }: RecordedConnection,
): Promise<readonly PdfBlock[]> {
  const strip = stripSvg(context, connection);
  const pictures: PdfBlock[] = [];
  for (const { id, caption } of section.photos) {
    const bytes = await readPhoto(context.sql, visit.id, id);
    if (bytes) pictures.push({ kind: "picture", bytes, caption });
  }
  const parts = section.parts
    .map(({ amount, name, sku }) => `${inShopUnits(amount)} ${name} ${sku}`)
    .join("; ");
  const rows = section.table.rows.map(({ target, label, made, cells }) => [
    { text: `${target} ${label}`.trim() },
    { text: made, font: "figure" as const },
    ...cells.map((cell) => ({
      text: cell === null ? "" : cell.map(spanInShopUnits).join(""),
      font: "figure" as const,
    })),
  ]);
  return [
    { kind: "rule" },
    heading([section.title, section.place].filter(Boolean).join(", "), CONNECTION, STRIP_ROOM),
    sentence({ kind: "strong", text: section.phase }),
    ...(strip === null ? [] : [{ kind: "drawing" as const, svg: strip }]),
    ...section.facts.map((fact) => sentence(...fact)),
    ...(parts === "" ? [] : [sentence({ kind: "quiet", text: "Put in: " }, parts)]),
    ...(rows.length === 0
      ? []
      : [{ kind: "table" as const, head: ["Joint", "Made", ...section.table.stages], rows }]),
    ...section.sentences.map((each) => sentence(...each)),
    ...section.traces.map((trace) => sentence(...trace.sentence)),
    ...pictures,
    sentence(...section.ending),
    {
      kind: "code",
      address: `${base}/visits/${visit.id}/${section.id}`,
      words: "For the next plumber: this connection, with its history.",
    },
  ];
}

/**
 * Returns the record of a visit as a PDF. `origin`: the address the visit was asked for under, for the codes.
 * Errors: AppError not-found; ComputeRefusal.
 */
export async function recordPdf(
  context: Context,
  visitId: string,
  origin: string,
  signal?: AbortSignal,
): Promise<Uint8Array> {
  const visit = await readVisit(context, visitId);
  const { state } = visit;
  const { site } = state;
  if (site === null) throw notFound("visit");
  const now = context.now();
  const shop = await shopDetails(context);
  const { paper } = await shopDisplay(context);
  const { base } = linkBase(shop, origin);
  const sections = recordOf(state, context.tables, now.toISOString());
  const logo = await shopLogo(context);
  const who = [shop.name, shop.address, shop.phone, shop.licence && `licence ${shop.licence}`].filter(
    (part) => part !== "",
  );
  const observations = state.notes.filter(({ isForCustomer }) => isForCustomer);
  const signed = new Set(
    sections.flatMap(({ connection }) =>
      connection.signed === null
        ? []
        : [`${connection.signed.name}, ${dayText(connection.signed.at, site.zone)}`],
    ),
  );
  const connections = await Promise.all(
    sections.map((each) => connectionBlocks(context, { visit, base }, each)),
  );
  const blocks: readonly PdfBlock[] = [
    ...(logo === null ? [] : [{ kind: "picture" as const, bytes: logo.bytes, caption: "", height: LOGO }]),
    heading(state.title, TITLE),
    ...(who.length === 0 ? [] : [sentence({ kind: "quiet", text: who.join(" · ") })]),
    sentence([site.name, site.address].filter(Boolean).join(", ")),
    sentence({ kind: "figure", text: stampText(state.startsAt, site.zone) }),
    ...(state.isTraining
      ? [
          sentence({
            kind: "strong",
            text: "Training visit: readings may be simulated. Not a customer's record.",
          }),
        ]
      : []),
    ...(sections.length === 0 ? [sentence("Nothing has been connected in this visit yet.")] : []),
    ...connections.flat(),
    ...(observations.length === 0 ? [] : [heading("Observations", SECTION)]),
    ...observations.map(({ text, by }) => sentence(text, { kind: "quiet", text: ` (${by})` })),
    { kind: "rule" },
    sentence(
      { kind: "strong", text: "If anything is wet: " },
      `shut the valve named above, clockwise, without force, and call ${shop.phone || "the plumber"}. Keep away from water near electricity.`,
    ),
    sentence("Plumber: ", signed.size === 0 ? "not signed" : [...signed].join("; ")),
    sentence("Received by:                                        Date:"),
    {
      kind: "sentence",
      small: true,
      sentence: [
        `Made ${stampText(now.toISOString(), site.zone)}. Turns are counted past hand-tight. Figures for what a look can have seen are estimates. Local code and the makers' sheets come first. Flexible lines age: renew them on the maker's schedule.`,
      ],
    },
  ];
  return context.compute.run(
    "pdf",
    { title: `Record, ${state.title}`, author: shop.name, at: now, paper, blocks },
    signal,
  );
}
