/** Identifying and matching ends over the shop's tables. */
import type { End, EndCode } from "../../core/end/index.ts";
import { answerEvidence, type IdentifyAnswer, type Measured } from "../../core/identify/index.ts";
import { allPairs, type Match, type Matrix, matchEnds } from "../../core/joint/index.ts";
import type { Tables } from "../../core/tables.ts";
import type { Context } from "../context.ts";
import { AppError } from "../http/app-error.ts";

/** Ranks the ends that the evidence fits. */
export function identifyEnd({ identifier }: Pick<Context, "identifier">, measured: Measured): IdentifyAnswer {
  return answerEvidence(identifier, measured);
}

/** Returns the match with what is said of such a joint in words instead of by its code. */
function withNoteInWords(match: Match, { judgements }: Pick<Tables, "judgements">): Match {
  const { joint } = match;
  if (joint === null || joint.note === null) return match;
  const judgement = judgements.find(({ code }) => code === joint.note);
  return { ...match, joint: { ...joint, note: judgement?.message ?? joint.note } };
}

/** Matches two ends by their codes. Errors: AppError invalid, naming the end that is in no table. */
export function matchCodes(
  { identifier, tables: { judgements } }: Pick<Context, "identifier" | "tables">,
  a: EndCode,
  b: EndCode,
): Match {
  const { tables, words } = identifier;
  const [one, other] = [tables.ends.get(a), tables.ends.get(b)];
  if (one !== undefined && other !== undefined)
    return withNoteInWords(matchEnds(one, other, tables, words), { judgements });
  const missing = [
    ...(one === undefined ? [["a", a] as const] : []),
    ...(other === undefined ? [["b", b] as const] : []),
  ].map(([path, code]) => ({
    path,
    message: `There is no end ${code}. The codes are listed by GET /api/v1/ends.`,
  }));
  throw new AppError("invalid", missing[0]?.message ?? "Name two ends.", missing);
}

/** Returns what the identifier in the browser works over. */
export function endKnowledge({ tables }: Pick<Context, "tables">) {
  const { ends, threads, matings, joints, meetings, seats, places, instruments } = tables;
  return { ends, threads, matings, joints, meetings, seats, places, instruments };
}

const matrices = new WeakMap<Context["identifier"], Matrix>();

/** Returns every pair's verdict, computed once for each set of tables. */
export function endMatrix({ identifier, tables }: Pick<Context, "identifier" | "tables">): Matrix {
  const cached = matrices.get(identifier);
  if (cached) return cached;
  const matrix = allPairs(tables.ends, identifier.tables, identifier.words);
  matrices.set(identifier, matrix);
  return matrix;
}

/** Families in the order they are met, in the words of the trade. */
export const FAMILY_WORDS: Readonly<Record<string, string>> = {
  comp: "compression",
  npsm: "straight pipe (swivel nuts, shanks)",
  npt: "taper pipe",
  bc: "fill valve",
  hose: "hose thread",
  "hose-rolled": "hose thread, rolled",
  flare: "flare",
  g: "parallel (G)",
  r: "taper (R)",
  metric: "metric",
  aer: "aerator",
  unf: "rare shanks",
  gasflare: "gas flare",
  pipe: "pipe",
  tube: "tube",
  push: "push-fit",
  olive: "compression for metric pipe",
  quick: "quick-connect",
  cup: "solder cup",
  press: "press",
  crimp: "PEX crimp",
  expand: "PEX expansion",
  cement: "cement",
  barb: "hose barb",
  nose: "riser nose",
  flathead: "flat-head riser",
};

/** Returns ends by family as they are met, and by size in a family. */
export function inTradeOrder(ends: readonly End[]): readonly End[] {
  const families = Object.keys(FAMILY_WORDS);
  const sizeIn = ({ readsIn, outsideIn }: End) => readsIn?.high ?? outsideIn ?? 0;
  return [...ends].sort(
    (a, b) =>
      families.indexOf(a.family) - families.indexOf(b.family) ||
      sizeIn(a) - sizeIn(b) ||
      a.code.localeCompare(b.code, "en"),
  );
}

/** Ends in trade order with every pair's letter, for the matrix. */
export function compatibilityPage(context: Pick<Context, "identifier" | "tables">) {
  const { order, rows } = endMatrix(context);
  const families = Object.entries(FAMILY_WORDS);
  const sorted = inTradeOrder(context.tables.ends).map((end) => ({ end, at: order.indexOf(end.code) }));
  return {
    ends: sorted.map(({ end: { code, name, family } }) => ({ code, name, family })),
    families,
    rows: sorted.map(({ at }) => sorted.map(({ at: column }) => rows[at]?.[column] ?? "n").join("")),
  };
}
