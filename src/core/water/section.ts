/** The isolated section of a hold test: how much more water it holds for a psi more, and for a degree more. */
import { ATMOSPHERE_PSI, WATER_BULK_MODULUS_PSI } from "../constants/index.ts";
import { waterGrowth } from "./expansion.ts";

export const SECTION_MATERIALS = ["copper", "steel", "cpvc", "pex"] as const;
export type SectionMaterial = (typeof SECTION_MATERIALS)[number];

export interface Section {
  /** Water in it, mL. */
  readonly volumeMl: number;
  readonly hoseFt: number;
  readonly hoseType: "braided" | "rubber" | null;
  /** Null: not known. */
  readonly material: SectionMaterial | null;
}

type Range = readonly [low: number, high: number];

interface Wall {
  /** Pressure that would double the pipe's bore, psi: how stiff its wall is. */
  readonly stiffnessPsi: Range;
  /** Growth of its bore's volume, per F: three times the linear expansion. */
  readonly growthPerF: number;
  /** Share of the volume its wall has yielded that it goes on yielding, per decade of time. */
  readonly creepPerDecade: Range;
}

/**
 * Engineering estimates, not measured. Stiffness and creep: ranges of docs/data-sources.md, "Pressure test"; expansion: usual textbook values,
 * per C 17e-6 copper, 12e-6 steel, 63e-6 CPVC, 140e-6 PEX.
 */
export const WALLS: Readonly<Record<SectionMaterial, Wall>> = {
  copper: { stiffnessPsi: [0.9e6, 1.5e6], growthPerF: (3 * 17e-6) / 1.8, creepPerDecade: [0, 0] },
  steel: { stiffnessPsi: [3e6, 6e6], growthPerF: (3 * 12e-6) / 1.8, creepPerDecade: [0, 0] },
  cpvc: { stiffnessPsi: [32e3, 48e3], growthPerF: (3 * 63e-6) / 1.8, creepPerDecade: [0.005, 0.03] },
  pex: { stiffnessPsi: [8e3, 18e3], growthPerF: (3 * 140e-6) / 1.8, creepPerDecade: [0.04, 0.09] },
};

/** A wall nobody has named: anything from PEX to steel. */
const UNKNOWN_WALL: Wall = {
  stiffnessPsi: [8e3, 6e6],
  growthPerF: WALLS.copper.growthPerF,
  creepPerDecade: [0, 0.09],
};

/** Volume a foot of hose takes up for a psi, mL/psi/ft. Engineering estimates. */
export const HOSE_ML_PER_PSI_FT: Readonly<Record<"braided" | "rubber", Range>> = {
  braided: [0.003, 0.02],
  rubber: [0.015, 0.06],
};
/** Share of the volume taken up that a hose goes on taking, per decade of time. Engineering estimate. */
export const HOSE_CREEP_PER_DECADE: Range = [0.015, 0.07];

/** Returns the wall of a section; where the material is not known, one that covers all. */
export const wallOf = ({ material }: Pick<Section, "material">): Wall =>
  material === null ? UNKNOWN_WALL : WALLS[material];

/** One way the section may yield: what a gauge alone cannot tell. */
export interface Compliance {
  /** Water squeezed, mL/psi. */
  readonly water: number;
  /** Pipe's wall, mL/psi. */
  readonly wall: number;
  /** Hose, mL/psi. */
  readonly hose: number;
  /** Trapped air, mL at atmosphere. */
  readonly airMl: number;
}

/** Returns the compliance for shares between the bounds of what the section may be. */
export function complianceFrom(
  { volumeMl, hoseFt }: Section,
  how: { readonly wallPsi: number; readonly hoseMlPerPsiFt: number; readonly airMl: number },
): Compliance {
  return {
    water: volumeMl / WATER_BULK_MODULUS_PSI,
    wall: volumeMl / how.wallPsi,
    hose: hoseFt * how.hoseMlPerPsiFt,
    airMl: how.airMl,
  };
}

/** Returns the volume more for a psi more at this gauge pressure, mL/psi. */
export function complianceAt({ water, wall, hose, airMl }: Compliance, psi: number): number {
  return water + wall + hose + (airMl * ATMOSPHERE_PSI) / (psi + ATMOSPHERE_PSI) ** 2;
}

/** Returns the volume stored beyond that at no pressure, mL: the integral of the compliance from 0, in closed form. */
export function storedMl({ water, wall, hose, airMl }: Compliance, psi: number): number {
  return (water + wall + hose) * psi + (airMl * psi) / (psi + ATMOSPHERE_PSI);
}

/** Returns the gauge pressure at which so much is stored, psi: the inverse of storedMl, in closed form. */
export function psiHolding({ water, wall, hose, airMl }: Compliance, ml: number): number {
  const firm = water + wall + hose;
  const b = firm * ATMOSPHERE_PSI + airMl - ml;
  return (-b + Math.sqrt(b * b + 4 * firm * ml * ATMOSPHERE_PSI)) / (2 * firm);
}

/** Returns the volume by which the water outgrows the pipe from one temperature to another, mL; below zero where the pipe wins. */
export function thermalMl(section: Section, fromF: number, toF: number): number {
  return section.volumeMl * (waterGrowth(fromF, toF) - wallOf(section).growthPerF * (toF - fromF));
}
