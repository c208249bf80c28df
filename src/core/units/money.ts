/** Returns the whole cents as dollars: 1234 -> $12.34, -60 -> -$0.60. Money is never a fraction of a cent here. */
export function formatCents(cents: number): string {
  const sign = cents < 0 ? "-" : "";
  const size = Math.abs(cents);
  return `${sign}$${Math.floor(size / 100)}.${String(size % 100).padStart(2, "0")}`;
}
