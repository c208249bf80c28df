/** Two unit vectors across each tangent of a chain, carried along without twist. */
import { at } from "../numerics/index.ts";

/**
 * Returns two unit vectors across each unit tangent, written as six numbers a piece: u, then v = t x u.
 * Shapes: tangents 3 N, frames 6 N.
 */
export function framesAcross(tangents: Float64Array, frames: Float64Array): void {
  const count = tangents.length / 3;
  for (let piece = 0; piece < count; piece += 1) {
    const x = at(tangents, 3 * piece);
    const y = at(tangents, 3 * piece + 1);
    const z = at(tangents, 3 * piece + 2);
    // Across the axis the tangent is farthest from.
    const ax = Math.abs(x);
    const ay = Math.abs(y);
    const az = Math.abs(z);
    let ux = 0;
    let uy = 0;
    let uz = 0;
    if (ax <= ay && ax <= az) {
      uy = z;
      uz = -y;
    } else if (ay <= az) {
      ux = -z;
      uz = x;
    } else {
      ux = y;
      uy = -x;
    }
    const length = Math.sqrt(ux * ux + uy * uy + uz * uz);
    ux /= length;
    uy /= length;
    uz /= length;
    const k = 6 * piece;
    frames[k] = ux;
    frames[k + 1] = uy;
    frames[k + 2] = uz;
    frames[k + 3] = y * uz - z * uy;
    frames[k + 4] = z * ux - x * uz;
    frames[k + 5] = x * uy - y * ux;
  }
}
