/** JSON and text put wrong in the ways that have broken servers before. */
import type { RandomSource } from "../../src/simulators/chance.ts";

export type Json = null | boolean | number | string | readonly Json[] | { readonly [name: string]: Json };

export function pick<T>(chance: RandomSource, items: readonly T[]): T {
  return chance.weighted(items, () => 1);
}

const LONG = "x".repeat(5000);

/** Values that are taken for something they are not. */
const ODD: readonly Json[] = [
  null,
  true,
  false,
  0,
  -1,
  1,
  0.1,
  1e-9,
  -1e-9,
  1e308,
  -1e308,
  2 ** 31,
  2 ** 53,
  "",
  " ",
  "0",
  "-1",
  "null",
  "a\u0000b",
  "half \ud83d",
  "\udc00",
  "😀",
  "line\nbreak\r\n",
  "\u202ebackwards",
  "=HYPERLINK(1)",
  "<script>alert(1)</script>",
  "'; drop table visit; --",
  LONG,
  "0026-11-27T09:00:00Z",
  "1999-12-31T23:59:59Z",
  "2100-01-01T00:00:00Z",
  "2026-02-30T00:00:00Z",
  "+012026-01-01T00:00:00Z",
  "2026-11-27T09:00:00+01:00",
  "00000000-0000-0000-0000-000000000000",
  "AAAAAAAA-BBBB-4CCC-8DDD-EEEEEEEEEEEE",
  [],
  [[]],
  {},
  { __proto__: null, constructor: { prototype: {} } },
  ["x", "x", "x"],
];

const isGroup = (value: Json): value is { readonly [name: string]: Json } =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const isList = (value: Json): value is readonly Json[] => Array.isArray(value);

function changedNumber(value: number, chance: RandomSource): Json {
  return pick(chance, [-value, value * 1e6, value / 1e6, value + 0.5, Math.round(value), 0, String(value)]);
}

function changedText(value: string, chance: RandomSource): Json {
  return pick<Json>(chance, [
    value.toUpperCase(),
    `${value}\u0000`,
    `${value}\ud800`,
    value + LONG,
    value.slice(1),
    ` ${value} `,
    value.replace(/^20/, "00"),
    value.replace(/\d/, "9"),
  ]);
}

/** One place of the value changed. */
export function mutated(value: Json, chance: RandomSource): Json {
  if (chance.happens(0.12)) return pick(chance, ODD);
  if (isList(value)) {
    if (value.length === 0 || chance.happens(0.2))
      return pick<Json>(chance, [[], [...value, ...value], [...value, pick(chance, ODD)], value.slice(1)]);
    const at = Math.floor(chance.uniform() * value.length);
    return value.map((item, index) => (index === at ? mutated(item, chance) : item));
  }
  if (isGroup(value)) {
    const names = Object.keys(value);
    const name = names.length === 0 ? null : pick(chance, names);
    if (name === null || chance.happens(0.08))
      return { ...value, [pick(chance, ["more", "__proto__", "a\u0000"])]: 1 };
    if (chance.happens(0.12))
      return Object.fromEntries(Object.entries(value).filter(([key]) => key !== name));
    return { ...value, [name]: mutated(value[name] ?? null, chance) };
  }
  if (typeof value === "number") return changedNumber(value, chance);
  if (typeof value === "string") return changedText(value, chance);
  return pick(chance, ODD);
}

/** Several places changed; now and then none. */
export function mutatedOften(value: Json, chance: RandomSource): Json {
  let changed = value;
  for (let times = Math.floor(chance.uniform() * 4); times > 0; times -= 1)
    changed = mutated(changed, chance);
  return changed;
}

/** Text that is nearly JSON. */
export function brokenText(text: string, chance: RandomSource): string {
  const at = Math.floor(chance.uniform() * text.length);
  return pick(chance, [
    text.slice(0, at),
    text.slice(at),
    `${text.slice(0, at)}\u0000${text.slice(at)}`,
    `${text}${text}`,
    text.replaceAll('"', "'"),
    "[".repeat(5000),
    "",
    `\ufeff${text}`,
  ]);
}
