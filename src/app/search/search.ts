/** Search over everything the shop remembers. */
import { findParts } from "../../core/part/index.ts";
import {
  type FoundRow,
  SEARCH_KINDS,
  type SearchCursor,
  type SearchKind,
  searchKind,
  searchWords,
  wordsLike,
} from "../../db/search.ts";
import type { Context } from "../context.ts";
import { catalogueLines } from "../shop/shop.ts";

/** Results of one kind on the page. */
const EACH = 8;
/** Longest text that is searched for. */
export const MOST_QUERY = 80;
/** Words looked for at most. */
const MOST_WORDS = 8;
/** Below so many finds, what is spelt alike is looked for too. */
const FEW = 3;
const SHORTEST_LIKE = 4;

export { SEARCH_KINDS };

export interface SearchGroup {
  readonly kind: SearchKind | "part";
  readonly found: readonly Omit<FoundRow, "kind" | "count" | "key">[];
  /** How many there are. */
  readonly count: number;
}

/** A page of one kind of what answers. */
export interface SearchPage {
  readonly text: string;
  readonly kind: SearchKind;
  readonly found: readonly FoundRow[];
  readonly count: number;
  /** Where the next page begins; null: this is the last one. */
  readonly next: string | null;
}

export interface SearchResult {
  readonly text: string;
  readonly groups: readonly SearchGroup[];
  /** What is shown is only spelt like what was asked for. */
  readonly isAlike: boolean;
}

/** The words of a text that are looked for, in small letters. */
function wordsOf(text: string): readonly string[] {
  const words = text.toLowerCase().match(/[\p{L}\p{N}]+(?:[/'.-][\p{L}\p{N}]+)*/gu) ?? [];
  return words.slice(0, MOST_WORDS);
}

const quoted = (word: string) => `'${word.replaceAll("\\", "\\\\").replaceAll("'", "''")}'`;

/** Words in the form of to_tsquery: every one of them, each as the beginning of a word. */
const tsQueryOf = (words: readonly string[]): string => words.map((word) => `${quoted(word)}:*`).join(" & ");

/** What is spelt like the words, in the form of to_tsquery; null: nothing is spelt like one of them. */
async function alikeQuery(context: Pick<Context, "sql">, words: readonly string[]): Promise<string | null> {
  const near = await Promise.all(words.map((word) => wordsLike(context.sql, word)));
  if (near.some((each) => each.length === 0)) return null;
  return near.map((each) => `(${each.map(quoted).join(" | ")})`).join(" & ");
}

function grouped(rows: readonly FoundRow[]): readonly SearchGroup[] {
  return SEARCH_KINDS.flatMap((kind): SearchGroup[] => {
    const found = rows.filter((row) => row.kind === kind);
    const [first] = found;
    return first === undefined ? [] : [{ kind, found, count: first.count }];
  });
}

async function partGroup(context: Context, text: string): Promise<readonly SearchGroup[]> {
  const lines = findParts(await catalogueLines(context), text, context.tables.partWords);
  if (lines.length === 0) return [];
  const found = lines.slice(0, EACH).map(({ part }) => ({
    title: part.name,
    detail: part.sku,
    href: `/catalogue?q=${encodeURIComponent(part.sku)}`,
    happenedAt: null,
  }));
  return [{ kind: "part", found, count: lines.length }];
}

/** Searches customers, sites, visits, fixtures, notes and parts. A text without a word finds nothing. */
export async function search(context: Context, asked: string): Promise<SearchResult> {
  const text = asked.trim().slice(0, MOST_QUERY);
  const words = wordsOf(text);
  if (words.length === 0) return { text, groups: [], isAlike: false };
  const [rows, parts] = await Promise.all([
    searchWords(context.sql, tsQueryOf(words), EACH),
    partGroup(context, text),
  ]);
  if (rows.length >= FEW || parts.length > 0 || text.length < SHORTEST_LIKE)
    return { text, groups: [...grouped(rows), ...parts], isAlike: false };
  const query = await alikeQuery(context, words);
  const alike = query === null ? [] : await searchWords(context.sql, query, EACH);
  const more = alike.filter(
    ({ href, title }) => !rows.some((row) => row.href === href && row.title === title),
  );
  return { text, groups: grouped([...rows, ...more]), isAlike: rows.length === 0 };
}

const A_PAGE = 50;
const MARK = /^(-|\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z)~(.+)$/s;

/** Where a page begins; a mark that is none of ours begins at the start. */
function cursorFrom(text: string | null): SearchCursor | null {
  const [, at, key] = MARK.exec(text ?? "") ?? [];
  return at === undefined || key === undefined ? null : { at: at === "-" ? null : new Date(at), key };
}

/** Returns one page of the documents of one kind that answer, the latest first. `after`: the `next` of the page before. */
export async function searchPage(
  context: Pick<Context, "sql">,
  asked: string,
  kind: SearchKind,
  after: string | null,
): Promise<SearchPage> {
  const text = asked.trim().slice(0, MOST_QUERY);
  const words = wordsOf(text);
  if (words.length === 0) return { text, kind, found: [], count: 0, next: null };
  const rows = await searchKind(context.sql, kind, tsQueryOf(words), A_PAGE + 1, cursorFrom(after));
  const found = rows.slice(0, A_PAGE);
  const last = found.at(-1);
  return {
    text,
    kind,
    found,
    count: rows[0]?.count ?? 0,
    next: rows.length > A_PAGE && last ? `${last.happenedAt?.toISOString() ?? "-"}~${last.key}` : null,
  };
}
