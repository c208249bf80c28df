/** Search over what was written: whole words and their beginnings first, then what is spelt alike. */
import type { Db, Pool } from "./client.ts";

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

/**
 * Returns so many documents of each kind that hold every word, or a word that begins so; the latest first. `query`: words in the
 * form of to_tsquery.
 */
export async function searchWords(sql: Db, query: string, each: number): Promise<readonly FoundRow[]> {
  return sql<FoundRow[]>`
    select kinds.kind, found.title, found.detail, found.href, found.happened_at, found.count
    from unnest(${[...SEARCH_KINDS]}::text[]) with ordinality as kinds (kind, place)
    cross join lateral (
      select title, detail, href, happened_at, count(*) over ()::int as count
      from (
        select title, detail, href, happened_at from search_document
        where kind = kinds.kind and vector @@ to_tsquery('simple', ${query}) limit ${MOST_COUNTED}) as answering
      order by happened_at desc nulls last, title limit ${each}) as found
    order by kinds.place, found.happened_at desc nulls last, found.title`;
}

/** Share of three-letter pieces that make a word alike: a letter left out or swapped in a word of six still is. */
const ALIKE = "0.4";

/** Returns so many documents of each kind that have something spelt like every word: for words that were mistyped. */
export async function searchLetters(
  pool: Pool,
  words: readonly string[],
  each: number,
): Promise<readonly FoundRow[]> {
  if (words.length === 0) return [];
  const found: FoundRow[] = [];
  await pool.begin(async (sql) => {
    await sql`select set_config('pg_trgm.word_similarity_threshold', ${ALIKE}, true)`;
    found.push(
      ...(await sql<FoundRow[]>`
        with alike as (
          select kind, title, detail, href, happened_at,
            (select sum(word_similarity(word, words)) from unnest(${[...words]}::text[]) as word) as likeness
          from search_document
          where ${words.map((word, at) => sql`${at === 0 ? sql`` : sql`and`} ${word} <% words`)}
          order by likeness desc limit ${MOST_COUNTED}),
        placed as (
          select *, row_number() over (partition by kind order by likeness desc, happened_at desc nulls last) as place,
            count(*) over (partition by kind)::int as count
          from alike)
        select kind, title, detail, href, happened_at, count from placed where place <= ${each}
        order by array_position(${[...SEARCH_KINDS]}::text[], kind), place`),
    );
  });
  return found;
}
