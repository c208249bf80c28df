/** The matrix of ends as a grid: what is shown, what is under the pointer, where the keys lead. Pure. */

export interface GridEnd {
  readonly code: string;
  readonly name: string;
  readonly family: string;
}

export type Letter = "f" | "w" | "s" | "n";

export interface Cell {
  /** Indexes into the whole table of ends. */
  readonly row: number;
  readonly column: number;
}

export interface Filter {
  readonly rowFamily: string;
  readonly columnFamily: string;
  /** Leaves out columns that nothing in the rows meets. */
  readonly onlyMeeting: boolean;
}

export interface ShownEnds {
  readonly rows: readonly number[];
  readonly columns: readonly number[];
}

export const ANY = "any";

export function letterAt(rows: readonly string[], { row, column }: Cell): Letter {
  const letter = rows[row]?.[column];
  return letter === "f" || letter === "w" || letter === "s" ? letter : "n";
}

/** Indexes of the rows and columns a filter leaves. */
export function shownBy(ends: readonly GridEnd[], rows: readonly string[], filter: Filter): ShownEnds {
  const of = (family: string) =>
    ends.flatMap((end, index) => (family === ANY || end.family === family ? [index] : []));
  const [left, top] = [of(filter.rowFamily), of(filter.columnFamily)];
  if (!filter.onlyMeeting) return { rows: left, columns: top };
  const meets = (row: number, column: number) => letterAt(rows, { row, column }) !== "n";
  return {
    rows: left.filter((row) => top.some((column) => meets(row, column))),
    columns: top.filter((column) => left.some((row) => meets(row, column))),
  };
}

export const SIZES = { cell: 24, rowHead: 176, columnHead: 170 } as const;

export interface Viewport {
  readonly scrollLeft: number;
  readonly scrollTop: number;
  readonly width: number;
  readonly height: number;
}

/** Size of everything that can be scrolled to, CSS pixels. */
export function extentOf({ rows, columns }: ShownEnds): { readonly width: number; readonly height: number } {
  return {
    width: SIZES.rowHead + columns.length * SIZES.cell,
    height: SIZES.columnHead + rows.length * SIZES.cell,
  };
}

/** Positions of the first and last shown row or column that the view touches. */
export function windowOf(
  scroll: number,
  room: number,
  count: number,
): readonly [first: number, last: number] {
  const first = Math.max(0, Math.floor(scroll / SIZES.cell));
  return [first, Math.min(count - 1, Math.floor((scroll + room) / SIZES.cell))];
}

/** The cell at a point of the view; null over the heads or beyond the last. */
export function cellAt(shown: ShownEnds, view: Viewport, x: number, y: number): Cell | null {
  if (x < SIZES.rowHead || y < SIZES.columnHead) return null;
  const column = shown.columns[Math.floor((x - SIZES.rowHead + view.scrollLeft) / SIZES.cell)];
  const row = shown.rows[Math.floor((y - SIZES.columnHead + view.scrollTop) / SIZES.cell)];
  return row === undefined || column === undefined ? null : { row, column };
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  PageUp: [-12, 0],
  PageDown: [12, 0],
};

/** Where a key leads from a cell, within what is shown; null for keys that lead nowhere. Home and End go along the row. */
export function stepFrom(shown: ShownEnds, from: Cell | null, key: string): Cell | null {
  const [firstRow, firstColumn] = [shown.rows[0], shown.columns[0]];
  if (firstRow === undefined || firstColumn === undefined) return null;
  const step = STEPS[key];
  if (step === undefined && key !== "Home" && key !== "End") return null;
  const at = {
    row: Math.max(0, shown.rows.indexOf(from?.row ?? firstRow)),
    column: Math.max(0, shown.columns.indexOf(from?.column ?? firstColumn)),
  };
  if (from === null) return { row: firstRow, column: firstColumn };
  const clamp = (value: number, count: number) => Math.max(0, Math.min(count - 1, value));
  const row = clamp(at.row + (step?.[0] ?? 0), shown.rows.length);
  const column =
    key === "Home"
      ? 0
      : key === "End"
        ? shown.columns.length - 1
        : clamp(at.column + (step?.[1] ?? 0), shown.columns.length);
  return { row: shown.rows[row] ?? firstRow, column: shown.columns[column] ?? firstColumn };
}

/** Scroll position that shows a cell, changed no more than needed. */
export function scrollTo(
  shown: ShownEnds,
  view: Viewport,
  cell: Cell,
): { readonly left: number; readonly top: number } {
  const near = (scroll: number, room: number, position: number) => {
    const start = position * SIZES.cell;
    if (start < scroll) return start;
    return start + SIZES.cell > scroll + room ? start + SIZES.cell - room : scroll;
  };
  return {
    left: near(view.scrollLeft, view.width - SIZES.rowHead, shown.columns.indexOf(cell.column)),
    top: near(view.scrollTop, view.height - SIZES.columnHead, shown.rows.indexOf(cell.row)),
  };
}

interface FamilyMeetings {
  readonly family: string;
  readonly meetings: readonly { readonly index: number; readonly letter: Exclude<Letter, "n"> }[];
}

const BEST_FIRST: readonly Letter[] = ["f", "w", "s"];

/** Returns the ends an end meets, by family in the order of the ends, the better meetings of a family first. */
export function meetingsByFamily(
  ends: readonly GridEnd[],
  rows: readonly string[],
  row: number,
): readonly FamilyMeetings[] {
  const families = [...new Set(ends.map(({ family }) => family))];
  return families.flatMap((family) => {
    const meetings = ends.flatMap((end, index) => {
      const letter = letterAt(rows, { row, column: index });
      return end.family === family && letter !== "n" ? [{ index, letter }] : [];
    });
    const sorted = meetings.sort((a, b) => BEST_FIRST.indexOf(a.letter) - BEST_FIRST.indexOf(b.letter));
    return sorted.length === 0 ? [] : [{ family, meetings: sorted }];
  });
}
