/** Search over what was written: words and their beginnings, and words that are spelt alike. */
import type { Db } from "./client.ts";

export const SEARCH_KINDS = ["customer", "site", "visit", "fixture", "note"] as const;
export type SearchKind = (typeof SEARCH_KINDS)[number];

export interface FoundRow {
  readonly kind: SearchKind;
  readonly key: string;
  readonly title: string;
  readonly detail: string;
  readonly href: string;
  readonly happenedAt: Date | null;
  /** Documents of the kind that answer. */
  readonly count: number;
}

/** The last document of a page: the next page begins after it. */
export interface SearchCursor {
  readonly at: Date | null;
  readonly key: string;
}

/** The condition spelled out for each kind, or PostgreSQL would not use the kind's own index. */
const ofKind = (sql: Db, kind: SearchKind) => {
  switch (kind) {
    case "customer":
      return sql`kind = 'customer'`;
    case "site":
      return sql`kind = 'site'`;
    case "visit":
      return sql`kind = 'visit'`;
    case "fixture":
      return sql`kind = 'fixture'`;
    case "note":
      return sql`kind = 'note'`;
  }
};

/** Returns a page of the documents of one kind that answer a query, the latest first. `query`: words in the form of to_tsquery. */
export async function searchKind(
  sql: Db,
  kind: SearchKind,
  query: string,
  limit: number,
  after: SearchCursor | null = null,
): Promise<readonly FoundRow[]> {
  const beyond =
    after === null
      ? sql`true`
      : after.at === null
        ? sql`happened_at is null and document_key > ${after.key}`
        : sql`(happened_at < ${after.at} or happened_at is null or (happened_at = ${after.at} and document_key > ${after.key}))`;
  return sql<FoundRow[]>`
    with answering as materialized (
      select kind, document_key as key, title, detail, href, happened_at from search_document
      where ${ofKind(sql, kind)} and vector @@ to_tsquery('simple', ${query}))
    select answering.*, (select count(*)::int from answering) as count
    from (select key as document_key, * from answering) as answering where ${beyond}
    order by happened_at desc nulls last, document_key limit ${limit}`;
}

/** Returns so many documents of each kind that answer a query, the latest first. */
export async function searchWords(sql: Db, query: string, each: number): Promise<readonly FoundRow[]> {
  const found = await Promise.all(SEARCH_KINDS.map((kind) => searchKind(sql, kind, query, each)));
  return found.flatMap((rows) => [...rows]);
}

/** Words taken as meant by one that was typed. */
const MOST_ALIKE = 4;

/** Returns the words that were ever written and are spelt most like a word, the nearest first. */
export async function wordsLike(sql: Db, word: string): Promise<readonly string[]> {
  const rows = await sql<{ word: string }[]>`
    select word from search_word
    where word % ${word} order by similarity(word, ${word}) desc, word limit ${MOST_ALIKE}`;
  return rows.map((row) => row.word);
}
