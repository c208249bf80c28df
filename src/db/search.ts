/** Search over what was written: words and their beginnings, and words that are spelt alike. */
import type { Db } from "./client.ts";

export const SEARCH_KINDS = ["customer", "site", "visit", "fixture", "note"] as const;
export type SearchKind = (typeof SEARCH_KINDS)[number];

export interface FoundRow {
  readonly kind: SearchKind;
  readonly title: string;
  readonly detail: string;
  readonly href: string;
  readonly happenedAt: Date | null;
  /** Documents of the kind that answer, up to the most that are counted. */
  readonly count: number;
}

/** Documents of one kind that are looked at before they are ordered: a word that stands in more says little. */
const MOST_COUNTED = 500;

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

/**
 * Returns so many documents of each kind that answer a query; the latest first. `query`: words in the form of to_tsquery.
 */
export async function searchWords(sql: Db, query: string, each: number): Promise<readonly FoundRow[]> {
  const found = await Promise.all(
    SEARCH_KINDS.map(
      (kind) => sql<FoundRow[]>`
        select kind, title, detail, href, happened_at, count(*) over ()::int as count
        from (
          select kind, title, detail, href, happened_at from search_document
          where ${ofKind(sql, kind)} and vector @@ to_tsquery('simple', ${query}) limit ${MOST_COUNTED}) as answering
        order by happened_at desc nulls last, title limit ${each}`,
    ),
  );
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
