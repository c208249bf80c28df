import type { Tables } from "../core/tables.ts";
import generated from "../generated/tables.json" with { type: "json" };
import { tablesSchema } from "../schema/tables.ts";

let loaded: Tables | undefined;

/** Returns the reference tables bin/build-data made from data/, parsed once. Errors: ZodError when the generated file is out of date. */
export function loadTables(): Tables {
  loaded ??= tablesSchema.parse(generated);
  return loaded;
}
