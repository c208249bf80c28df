/** Devices that may stand on a branch already. */
export const PRESENT_DEVICES = [
  "arrestor",
  "backflow",
  "auto-shutoff",
  "filter",
  "union",
  "reducer",
] as const;
export type PresentDevice = (typeof PRESENT_DEVICES)[number];
