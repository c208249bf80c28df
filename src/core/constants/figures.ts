/** Conversions by definition, and figures of nature that more than one room uses. */

/** Millimetres in an inch, exact by definition (international yard and pound, 1959). */
export const MM_PER_IN = 25.4;
export const IN_PER_FT = 12;
/** Pressure of the air at sea level, psi absolute; rounded from 14.696. */
export const ATMOSPHERE_PSI = 14.7;
/** Bulk modulus of water at room temperature and a few bar, psi; 2.18 GPa, usual textbook value. */
export const WATER_BULK_MODULUS_PSI = 316_000;
/** Taper of pipe threads on the diameter, inch per inch: ASME B1.20.1 and ISO 7-1. */
export const PIPE_TAPER = 1 / 16;
/** Metres in an inch, exact. */
export const M_PER_IN = MM_PER_IN / 1000;
/** Metres in a foot, exact. */
export const M_PER_FT = IN_PER_FT * M_PER_IN;
/** Cubic metres in a US gallon: 231 cubic inches, exact. */
export const M3_PER_US_GAL = 231 * M_PER_IN ** 3;
/** Cubic metres in a cubic inch, exact. */
export const M3_PER_IN3 = M_PER_IN ** 3;
/** Pascals in a psi: a pound-force (4.4482216152605 N, exact) on a square inch. */
export const PA_PER_PSI = 4.4482216152605 / M_PER_IN ** 2;
