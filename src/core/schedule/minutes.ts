/** Minutes of a schedule that differ by less are the same, for they are sums in another order. */
export const SAME_MIN = 1e-9;
