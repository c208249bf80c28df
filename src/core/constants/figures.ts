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
