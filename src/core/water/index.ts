export { waterDensity } from "./expansion.ts";
export { lossPsi, type Reach } from "./friction.ts";
export {
  type Compliance,
  complianceAt,
  complianceFrom,
  HOSE_CREEP_PER_DECADE,
  HOSE_ML_PER_PSI_FT,
  psiHolding,
  SECTION_MATERIALS,
  type Section,
  type SectionMaterial,
  storedMl,
  thermalMl,
  WALLS,
  wallOf,
} from "./section.ts";
