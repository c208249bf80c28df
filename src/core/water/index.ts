export { waterDensity } from "./expansion.ts";
export {
  type BranchElement,
  type Estimate,
  exactly,
  flowAtLoss,
  type KindLoss,
  type MaterialRoughness,
  steadyFlow,
} from "./flow.ts";
export { elevationPsi, flowInReach, lossPsi, type Reach, WATER_RANGE_F } from "./friction.ts";
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
export { emptying, usableGal } from "./tank.ts";
