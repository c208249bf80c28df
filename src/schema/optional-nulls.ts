/** Null said for an optional field is the field left out: one rule for every request. */
import { z } from "zod";

type Shape = Readonly<Record<string, z.core.$ZodType>>;

type Optional = z.ZodOptional | z.ZodExactOptional | z.ZodDefault;

function isOptional(schema: z.core.$ZodType): schema is Optional {
  return (
    schema instanceof z.ZodOptional || schema instanceof z.ZodExactOptional || schema instanceof z.ZodDefault
  );
}

/** The schema of what is there, without what says that it may be missing. */
function within(schema: z.core.$ZodType): z.core.$ZodType {
  return isOptional(schema) || schema instanceof z.ZodNullable ? within(schema.def.innerType) : schema;
}

function takesNull(schema: z.core.$ZodType): boolean {
  if (schema instanceof z.ZodNullable) return true;
  return isOptional(schema) && takesNull(schema.def.innerType);
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

function objectWithout(shape: Shape, value: Readonly<Record<string, unknown>>): unknown {
  return Object.fromEntries(
    Object.entries(value).flatMap(([name, item]): [string, unknown][] => {
      const field = Object.hasOwn(shape, name) ? shape[name] : undefined;
      if (field === undefined) return [[name, item]];
      if (item === null && isOptional(field) && !takesNull(field)) return [];
      return [[name, withoutOptionalNulls(field, item)]];
    }),
  );
}

/** The value with every null left out that stands for an optional field of the schema; everything else as it is. */
export function withoutOptionalNulls(schema: z.core.$ZodType, value: unknown): unknown {
  const inner = within(schema);
  if (inner instanceof z.ZodObject && isRecord(value)) return objectWithout(inner.shape, value);
  if (inner instanceof z.ZodArray && Array.isArray(value))
    return value.map((item) => withoutOptionalNulls(inner.element, item));
  return value;
}
