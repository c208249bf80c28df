/** How much water swells with warmth. */

const F_PER_C = 1.8;
const toC = (temperatureF: number) => (temperatureF - 32) / F_PER_C;

/**
 * Returns the density of air-free water at one atmosphere, kg/m3, for 32 to 212 F.
 * Source: Kell 1975, J. Chem. Eng. Data 20(1), within 0.001 % of his table.
 */
export function waterDensity(temperatureF: number): number {
  const t = toC(temperatureF);
  const top =
    999.83952 +
    t * (16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 + t * -280.54253e-12))));
  return top / (1 + 16.87985e-3 * t);
}

/** Returns the share by which a volume of water grows from one temperature to another, F (logarithmic: shares of steps add up). */
export function waterGrowth(fromF: number, toF: number): number {
  return Math.log(waterDensity(fromF) / waterDensity(toF));
}
