/** One Newton step of a clamped chain: the energy's second-order model, bordered by the span and by the sides it touches. */

import type { Vector } from "../geometry/index.ts";
import { at, BlockTridiagonal, factorSmall } from "../numerics/index.ts";
import type { ChainState, Clamp, HalfSpace } from "./chain-state.ts";
import { type Contact, changedContacts, contactMiss } from "./contacts.ts";
import { framesAcross } from "./frames.ts";

const NO_NORMAL: Vector = [0, 0, 0];

export class NewtonSystem {
  readonly tangents: Float64Array;
  force: Vector = [0, 0, 0];
  readonly #clamp: Clamp;
  readonly #sides: readonly HalfSpace[];
  readonly #count: number;
  readonly #matrix: BlockTridiagonal;
  /** Two unit vectors across each tangent: u then v, six numbers a piece. */
  readonly #frames: Float64Array;
  readonly #gradient: Float64Array;
  #contacts: readonly Contact[] = [];
  /** Columns: gradient, three of the span, one for each contact. */
  #columns = new Float64Array(0);
  /**
   * How far turning a piece about its two frame vectors moves everything beyond it along x, y, z and along each side's
   * normal: two numbers for each of those, piece by piece. A contact's row of the border is its side's, cut off behind its node.
   */
  readonly #levers: Float64Array;
  /** How far the span and the touched sides are missed. */
  #misses: readonly number[] = [];
  #isSameContacts = false;
  #multipliers: Float64Array = new Float64Array(3);
  readonly #move: Float64Array;

  constructor(start: Float64Array, clamp: Clamp, sides: readonly HalfSpace[], near?: ChainState) {
    this.tangents = Float64Array.from(start);
    this.#clamp = clamp;
    this.#sides = sides;
    this.#count = start.length / 3;
    this.#matrix = new BlockTridiagonal(this.#count);
    this.#frames = new Float64Array(6 * this.#count);
    this.#gradient = new Float64Array(2 * this.#count);
    this.#move = new Float64Array(2 * this.#count);
    this.#levers = new Float64Array(2 * this.#count * (3 + sides.length));
    if (near === undefined) return;
    this.force = near.force;
    const finer = this.#count / (near.tangents.length / 3);
    this.#contacts = near.touching.map(([node, side, push]) => ({
      node: Math.min(this.#count - 2, Math.round((node + 1) * finer) - 1),
      side,
      push,
    }));
  }

  get touching(): readonly (readonly [number, number, number])[] {
    return this.#contacts.map(({ node, side, push }) => [node, side, push] as const);
  }

  /** True when, at the last linearisation, the span and every touched side were met and no other side was. */
  isMet(within: number): boolean {
    return this.#isSameContacts && this.#misses.every((miss) => Math.abs(miss) < within);
  }

  /** Builds gradient, curvature and border at the present tangents, under the present force and pushes; contacts as changedContacts. */
  linearise(isOneByOne: boolean): void {
    const { tangents } = this;
    const n = this.#count;
    const h = 1 / n;
    const { contacts, isSame } = changedContacts(this.#contacts, tangents, this.#sides, isOneByOne);
    this.#contacts = contacts;
    framesAcross(tangents, this.#frames);
    const frames = this.#frames;
    const { from, to, span } = this.#clamp;
    // The push of every contact beyond a piece turns that piece: summed from the far end.
    const pushes = new Float64Array(3 * n);
    for (const { node, side, push } of contacts) {
      const normal = this.#sides[side]?.normal ?? [0, 0, 0];
      for (let axis = 0; axis < 3; axis += 1)
        pushes[3 * node + axis] = at(pushes, 3 * node + axis) + push * (normal[axis] ?? 0);
    }
    for (let piece = n - 2; piece >= 0; piece -= 1)
      for (let axis = 0; axis < 3; axis += 1)
        pushes[3 * piece + axis] = at(pushes, 3 * piece + axis) + at(pushes, 3 * piece + 3 + axis);
    const levers = this.#levers;
    const sides = this.#sides;
    const width = 2 * (3 + sides.length);
    let sx = -span[0];
    let sy = -span[1];
    let sz = -span[2];
    const { diagonal, beside } = this.#matrix;
    const gradient = this.#gradient;
    const [fx, fy, fz] = this.force;
    for (let piece = 0; piece < n; piece += 1) {
      const t = 3 * piece;
      const x = at(tangents, t);
      const y = at(tangents, t + 1);
      const z = at(tangents, t + 2);
      const weightBefore = piece === 0 ? 2 * n : n;
      const weightAfter = piece === n - 1 ? 2 * n : n;
      const isFirst = piece === 0;
      const isLast = piece === n - 1;
      const gx =
        -weightBefore * (isFirst ? from[0] : at(tangents, t - 3)) -
        weightAfter * (isLast ? to[0] : at(tangents, t + 3));
      const gy =
        -weightBefore * (isFirst ? from[1] : at(tangents, t - 2)) -
        weightAfter * (isLast ? to[1] : at(tangents, t + 4));
      const gz =
        -weightBefore * (isFirst ? from[2] : at(tangents, t - 1)) -
        weightAfter * (isLast ? to[2] : at(tangents, t + 5));
      const k = 6 * piece;
      const ux = at(frames, k);
      const uy = at(frames, k + 1);
      const uz = at(frames, k + 2);
      const vx = at(frames, k + 3);
      const vy = at(frames, k + 4);
      const vz = at(frames, k + 5);
      gradient[2 * piece] = gx * ux + gy * uy + gz * uz;
      gradient[2 * piece + 1] = gx * vx + gy * vy + gz * vz;
      const pull =
        (gx - h * (fx + at(pushes, t))) * x +
        (gy - h * (fy + at(pushes, t + 1))) * y +
        (gz - h * (fz + at(pushes, t + 2))) * z;
      diagonal[3 * piece] = -pull;
      diagonal[3 * piece + 1] = 0;
      diagonal[3 * piece + 2] = -pull;
      if (!isLast) {
        const px = at(frames, k + 6);
        const py = at(frames, k + 7);
        const pz = at(frames, k + 8);
        const qx = at(frames, k + 9);
        const qy = at(frames, k + 10);
        const qz = at(frames, k + 11);
        beside[4 * piece] = -weightAfter * (ux * px + uy * py + uz * pz);
        beside[4 * piece + 1] = -weightAfter * (ux * qx + uy * qy + uz * qz);
        beside[4 * piece + 2] = -weightAfter * (vx * px + vy * py + vz * pz);
        beside[4 * piece + 3] = -weightAfter * (vx * qx + vy * qy + vz * qz);
      }
      const c = width * piece;
      levers[c] = h * ux;
      levers[c + 1] = h * vx;
      levers[c + 2] = h * uy;
      levers[c + 3] = h * vy;
      levers[c + 4] = h * uz;
      levers[c + 5] = h * vz;
      for (let side = 0; side < sides.length; side += 1) {
        const [nx, ny, nz] = sides[side]?.normal ?? NO_NORMAL;
        levers[c + 6 + 2 * side] = h * (nx * ux + ny * uy + nz * uz);
        levers[c + 7 + 2 * side] = h * (nx * vx + ny * vy + nz * vz);
      }
      sx += h * x;
      sy += h * y;
      sz += h * z;
    }
    this.#misses = [sx, sy, sz, ...contacts.map((contact) => contactMiss(contact, tangents, this.#sides))];
    this.#isSameContacts = isSame;
  }

  /** Solves for the step with `lift` added to the curvature. True when the model then has a minimum. */
  solve(lift: number): boolean {
    const n = this.#count;
    const rows = 3 + this.#contacts.length;
    const width = rows + 1;
    const negatives = this.#matrix.factor(lift);
    // The border can turn no more of them round than it has rows.
    if (negatives > rows) return false;
    this.#fillColumns(width);
    const columns = this.#columns;
    this.#matrix.solve(columns, width);
    const { schur, right } = this.#complement(rows);
    for (let row = 0; row < rows; row += 1)
      for (let column = 0; column < row; column += 1)
        schur[row * rows + column] = at(schur, column * rows + row);
    const positives = factorSmall(schur, right);
    if (positives === null || negatives !== rows - positives) return false;
    this.#multipliers = right;
    for (let piece = 0; piece < n; piece += 1) {
      const solved = 2 * width * piece;
      let x = -at(columns, solved);
      let y = -at(columns, solved + 1);
      for (let row = 0; row < rows; row += 1) {
        x += at(right, row) * at(columns, solved + 2 * (row + 1));
        y += at(right, row) * at(columns, solved + 2 * (row + 1) + 1);
      }
      this.#move[2 * piece] = x;
      this.#move[2 * piece + 1] = y;
    }
    return true;
  }

  /** Lays the right-hand sides beside each other: the gradient, the span's three rows, and each contact's. */
  #fillColumns(width: number): void {
    const n = this.#count;
    if (this.#columns.length !== 2 * n * width) this.#columns = new Float64Array(2 * n * width);
    const columns = this.#columns;
    const levers = this.#levers;
    const stride = 2 * (3 + this.#sides.length);
    for (let piece = 0; piece < n; piece += 1) {
      const to = 2 * width * piece;
      const from = stride * piece;
      columns[to] = at(this.#gradient, 2 * piece);
      columns[to + 1] = at(this.#gradient, 2 * piece + 1);
      for (let k = 0; k < 6; k += 1) columns[to + 2 + k] = at(levers, from + k);
      let column = to + 8;
      for (const { node, side } of this.#contacts) {
        columns[column] = piece > node ? 0 : at(levers, from + 6 + 2 * side);
        columns[column + 1] = piece > node ? 0 : at(levers, from + 7 + 2 * side);
        column += 2;
      }
    }
  }

  /**
   * The border's Schur complement and right side. Rows of contacts on one side are one row cut off at different nodes, so
   * their products with the solved columns are read off one running sum.
   */
  #complement(rows: number): { readonly schur: Float64Array; readonly right: Float64Array } {
    const width = rows + 1;
    const columns = this.#columns;
    const levers = this.#levers;
    const lines = 3 + this.#sides.length;
    const sums = new Float64Array(lines * width);
    const schur = new Float64Array(rows * rows);
    const right = new Float64Array(rows);
    const read = (line: number, row: number) => {
      right[row] = at(sums, line * width) - (this.#misses[row] ?? 0);
      for (let column = 0; column < rows; column += 1)
        schur[row * rows + column] = at(sums, line * width + 1 + column);
    };
    const addPieces = (line: number, first: number, beyond: number) => {
      const from = line * width;
      for (let piece = first; piece < beyond; piece += 1) {
        const a = at(levers, 2 * (lines * piece + line));
        const b = at(levers, 2 * (lines * piece + line) + 1);
        const solved = 2 * width * piece;
        for (let k = 0; k < width; k += 1)
          sums[from + k] =
            at(sums, from + k) + a * at(columns, solved + 2 * k) + b * at(columns, solved + 2 * k + 1);
      }
    };
    for (let axis = 0; axis < 3; axis += 1) {
      addPieces(axis, 0, this.#count);
      read(axis, axis);
    }
    // Contacts stand side by side and, on each, from the first node to the last.
    let [side, added] = [-1, 0];
    for (let index = 0; index < this.#contacts.length; index += 1) {
      const contact = this.#contacts[index];
      if (contact === undefined) continue;
      if (contact.side !== side) [side, added] = [contact.side, 0];
      addPieces(3 + side, added, contact.node + 1);
      added = contact.node + 1;
      read(3 + side, 3 + index);
    }
    return { schur, right };
  }

  /** Takes the step, shortened so that no tangent turns more than `longest`. Returns the largest turn wanted, rad. */
  step(longest: number): number {
    const move = this.#move;
    const n = this.#count;
    let most = 0;
    for (let piece = 0; piece < n; piece += 1)
      most = Math.max(most, at(move, 2 * piece) ** 2 + at(move, 2 * piece + 1) ** 2);
    most = Math.sqrt(most);
    const part = most > longest ? longest / most : 1;
    const { tangents } = this;
    const frames = this.#frames;
    for (let piece = 0; piece < n; piece += 1) {
      const a = part * at(move, 2 * piece);
      const b = part * at(move, 2 * piece + 1);
      const k = 6 * piece;
      const t = 3 * piece;
      const x = at(tangents, t) + a * at(frames, k) + b * at(frames, k + 3);
      const y = at(tangents, t + 1) + a * at(frames, k + 1) + b * at(frames, k + 4);
      const z = at(tangents, t + 2) + a * at(frames, k + 2) + b * at(frames, k + 5);
      const length = Math.sqrt(x * x + y * y + z * z);
      tangents[t] = x / length;
      tangents[t + 1] = y / length;
      tangents[t + 2] = z / length;
    }
    const multipliers = this.#multipliers;
    const { force } = this;
    this.force = [
      force[0] + part * (at(multipliers, 0) - force[0]),
      force[1] + part * (at(multipliers, 1) - force[1]),
      force[2] + part * (at(multipliers, 2) - force[2]),
    ];
    for (const [index, contact] of this.#contacts.entries())
      contact.push += part * (at(multipliers, 3 + index) - contact.push);
    return most;
  }
}
