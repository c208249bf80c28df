/** What a supply pipe comes out of. */
export const PIPE_DIRECTIONS = ["wall", "floor"] as const;
export type PipeDirection = (typeof PIPE_DIRECTIONS)[number];

/** Kinds of PEX, as the print line on the pipe says. */
export const PEX_TYPES = ["a", "b", "c"] as const;
export type PexType = (typeof PEX_TYPES)[number];
