/** What of a visit can be searched for: the visit, its fixtures with ends and parts, every note. */

import type { ConnectionState, VisitState } from "../visit/index.ts";

export interface SearchDocument {
  readonly kind: "visit" | "fixture" | "note";
  /** One document of a kind has one key. */
  readonly key: string;
  readonly title: string;
  readonly detail: string;
  /** Every word it is found by. */
  readonly words: string;
  /** Connection it leads to; null: the visit. */
  readonly connection: string | null;
  /** UTC. */
  readonly at: string;
}

/** Longest text of one document, characters. */
const MOST_WORDS = 6000;
const MOST_TITLE = 200;

const joined = (words: readonly (string | null | undefined)[]) =>
  words.filter(Boolean).join(" ").slice(0, MOST_WORDS);

function fixtureDocument(connection: ConnectionState, visit: VisitState): SearchDocument {
  const { id, survey, plan, signed } = connection;
  const { label, place, supply, inlet } = survey;
  const site = visit.site?.name ?? "";
  return {
    kind: "fixture",
    key: id,
    title: label,
    detail: [place, site].filter(Boolean).join(", "),
    words: joined([
      label,
      place,
      site,
      survey.fixture,
      survey.water,
      supply.end,
      inlet.end,
      ...(plan?.plan.parts ?? []).flatMap(({ sku, name }) => [sku, name]),
    ]),
    connection: id,
    at: signed?.at ?? visit.startsAt,
  };
}

function notesOf(visit: VisitState): readonly SearchDocument[] {
  const document = (
    key: string,
    text: string,
    where: string,
    at: string,
    connection: string | null,
  ): SearchDocument => ({
    kind: "note",
    key,
    title: text.slice(0, MOST_TITLE),
    detail: where,
    words: joined([text, where]),
    connection,
    at,
  });
  const own = visit.notes.map(({ id, text, at }) => document(id, text, visit.title, at, null));
  const ofConnections = visit.connections
    .filter(({ removed }) => removed === null)
    .flatMap(({ id, survey, notes }) => [
      ...(survey.notes === ""
        ? []
        : [document(`survey ${id}`, survey.notes, `${survey.label}, ${visit.title}`, visit.startsAt, id)]),
      ...notes.map((note) =>
        document(`${note.id} ${id}`, note.text, `${survey.label}, ${visit.title}`, note.at, id),
      ),
    ]);
  return [...own, ...ofConnections];
}

/** Returns what of a visit can be searched for; nothing while it is in the bin. */
export function searchDocuments(visitId: string, visit: VisitState): readonly SearchDocument[] {
  if (visit.binned !== null) return [];
  const { site, title } = visit;
  return [
    {
      kind: "visit",
      key: visitId,
      title,
      detail: [site?.name, site?.address].filter(Boolean).join(", "),
      words: joined([title, site?.name, site?.address]),
      connection: null,
      at: visit.startsAt,
    },
    ...visit.connections
      .filter(({ removed }) => removed === null)
      .map((connection) => fixtureDocument(connection, visit)),
    ...notesOf(visit),
  ];
}
