/**
 * Returns the joint numbers from the highest to the lowest: water runs down, so the highest wet one is the source.
 * Joints are numbered from the wall; with the inlet above the supply the last is the highest.
 */
export function lookingOrder(joints: number, inletAboveSupply: boolean): readonly number[] {
  const rising = Array.from({ length: joints }, (_, index) => index + 1);
  return inletAboveSupply ? rising.reverse() : rising;
}
