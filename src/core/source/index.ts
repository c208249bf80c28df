export { SOURCE_KINDS, type SourceKind, type WaterSource } from "./source.ts";
