/** Null said for an optional field is the field left out: one rule for every request. */
import { z } from "zod";

type Schema = z.core.$ZodType;
type Optional = z.ZodOptional | z.ZodExactOptional | z.ZodDefault;

/** Returns true for a field that may be left out. */
export function isOptional(schema: Schema): schema is Optional {
  return (
    schema instanceof z.ZodOptional || schema instanceof z.ZodExactOptional || schema instanceof z.ZodDefault
  );
}

/** The schema of what is there, without what says that it may be missing. */
function innerSchema(schema: Schema): Schema {
  return isOptional(schema) || schema instanceof z.ZodNullable ? innerSchema(schema.def.innerType) : schema;
}

function takesNull(schema: Schema): boolean {
  if (schema instanceof z.ZodNullable) return true;
  return isOptional(schema) && takesNull(schema.def.innerType);
}

interface Field {
  readonly name: string;
  readonly mayGo: boolean;
  /** Null: nothing inside it to look at. */
  readonly inner: Schema | null;
}

/** Worked out once for each schema: a trace has thousands of readings. */
const fieldsBySchema = new WeakMap<z.ZodObject, readonly Field[]>();

const hasInside = (schema: Schema) => schema instanceof z.ZodObject || schema instanceof z.ZodArray;

function fieldsOf(schema: z.ZodObject): readonly Field[] {
  const cached = fieldsBySchema.get(schema);
  if (cached) return cached;
  const fields = Object.entries(schema.shape)
    .map(([name, field]): Field => {
      const inner = innerSchema(field);
      return {
        name,
        mayGo: isOptional(field) && !takesNull(field),
        inner: hasInside(inner) ? inner : null,
      };
    })
    .filter(({ mayGo, inner }) => mayGo || inner !== null);
  fieldsBySchema.set(schema, fields);
  return fields;
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

function objectWithout(fields: readonly Field[], value: Readonly<Record<string, unknown>>): unknown {
  let changed: Record<string, unknown> | null = null;
  for (const { name, mayGo, inner } of fields) {
    const item = value[name];
    if (item === undefined) continue;
    if (item === null) {
      if (!mayGo) continue;
      changed ??= { ...value };
      delete changed[name];
    } else if (inner !== null) {
      const next = withoutOptionalNulls(inner, item);
      if (next === item) continue;
      changed ??= { ...value };
      changed[name] = next;
    }
  }
  return changed ?? value;
}

function listWithout(element: Schema, value: readonly unknown[]): unknown {
  if (!hasInside(innerSchema(element))) return value;
  let changed: unknown[] | null = null;
  for (const [at, item] of value.entries()) {
    const next = withoutOptionalNulls(element, item);
    if (next === item) continue;
    changed ??= [...value];
    changed[at] = next;
  }
  return changed ?? value;
}

/** Returns the value with every null left out that stands for an optional field of the schema; the same value where there is none. */
export function withoutOptionalNulls(schema: Schema, value: unknown): unknown {
  const inner = innerSchema(schema);
  if (inner instanceof z.ZodObject && isRecord(value)) return objectWithout(fieldsOf(inner), value);
  if (inner instanceof z.ZodArray && Array.isArray(value)) return listWithout(inner.element, value);
  return value;
}
