/** Reads of arrays that are filled to their length: an index in range never finds a hole, which the compiler cannot see. */
export const at = (array: Float64Array, index: number): number => array[index] as number;
