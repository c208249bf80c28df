/** Finding parts by the words people use. */
import type { Part } from "./part.ts";

/** What people call things: a row of data/part-words.csv. */
export interface PartWord {
  /** As people say it, in small letters. */
  readonly words: string;
  /** Any of these is meant, each with all of its words. */
  readonly means: readonly (readonly string[])[];
}

/** Words of a text: letters, figures and fractions, in small letters. */
function wordsIn(text: string): readonly string[] {
  return text.toLowerCase().match(/[\p{L}\d]+(?:[/.][\p{L}\d]+)*/gu) ?? [];
}

/** Shorter words must stand as they are: "y" is no beginning of "yellow". */
const SHORTEST_BEGINNING = 3;

function hasWord(known: readonly string[], word: string): boolean {
  return known.some((each) => each === word || (word.length >= SHORTEST_BEGINNING && each.startsWith(word)));
}

/** One thing asked for: any of these ways of saying it, each with all of its words. */
type Wish = readonly (readonly string[])[];

/** What a text asks for: phrases that people use first, the longest first, then word by word. */
function wishesIn(text: string, known: readonly PartWord[]): readonly Wish[] {
  const longestFirst = known
    .map(({ words, means }) => ({ phrase: wordsIn(words), means }))
    .toSorted((a, b) => b.phrase.length - a.phrase.length);
  const words = [...wordsIn(text)];
  const wishes: Wish[] = [];
  while (words.length > 0) {
    const meant = longestFirst.find(({ phrase }) => phrase.every((word, at) => isSameWord(words[at], word)));
    const taken = words.splice(0, meant?.phrase.length ?? 1);
    wishes.push(meant === undefined ? [taken] : [...meant.means, taken]);
  }
  return wishes;
}

/** The same word, also in the plural. */
function isSameWord(typed: string | undefined, word: string): boolean {
  return typed === word || typed === `${word}s` || typed === `${word}es`;
}

const haystacks = new WeakMap<Part, readonly string[]>();

function haystackOf(part: Part): readonly string[] {
  const cached = haystacks.get(part);
  if (cached !== undefined) return cached;
  const { sku, name, kind, material, functions, contents, ports } = part;
  const text = [sku, name, kind, material, ...functions, ...contents, ...ports.map(({ end }) => end)].join(
    " ",
  );
  const words = [...new Set([...wordsIn(text), ...wordsIn(sku.replaceAll("-", ""))])];
  haystacks.set(part, words);
  return words;
}

/**
 * Returns the parts that answer every word of a text, in the order given; all parts where the text has no word. A word may be
 * what people call a thing, its plural, or the beginning of a word of three letters or more.
 */
export function findParts<P extends { readonly part: Part }>(
  lines: readonly P[],
  text: string,
  known: readonly PartWord[],
): readonly P[] {
  const wishes = wishesIn(text, known);
  return lines.filter(({ part }) => {
    const words = haystackOf(part);
    return wishes.every((wish) =>
      wish.some((way) =>
        way.every(
          (word) =>
            hasWord(words, word) ||
            (word.length > SHORTEST_BEGINNING && word.endsWith("s") && hasWord(words, word.slice(0, -1))),
        ),
      ),
    );
  });
}
