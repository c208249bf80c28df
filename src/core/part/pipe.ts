/** What a supply pipe comes out of. */
export const PIPE_DIRECTIONS = ["wall", "floor"] as const;
export type PipeDirection = (typeof PIPE_DIRECTIONS)[number];
