/**
 * Holds a schema and the type it reads equal, in both directions, when the code is compiled: a field that stands on one side
 * only, an optional one too, does not compile.
 * src/schema/same-shape.test.ts names every pair.
 */

type Leaf = string | number | boolean | bigint | symbol | null | undefined | Date;

/** The type without readonly, all the way down. */
type Plain<T> = T extends Leaf ? T : T extends object ? { -readonly [K in keyof T]: Plain<T[K]> } : T;
/** The type with every field there, all the way down: what is optional counts as a field. */
type Filled<T> = T extends Leaf ? T : T extends object ? { -readonly [K in keyof T]-?: Filled<T[K]> } : T;

type Within<A, B> = [A] extends [B] ? true : false;

/** True where two types have the same fields, each as optional and as wide on one side as on the other. */
export type SameShape<A, B> =
  Within<Plain<A>, Plain<B>> extends true
    ? Within<Plain<B>, Plain<A>> extends true
      ? Within<Filled<A>, Filled<B>> extends true
        ? Within<Filled<B>, Filled<A>>
        : "the schema lacks a field of the type"
      : "the type is wider than the schema"
    : "the schema is wider than the type";
