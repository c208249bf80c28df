/** Paints the part of the matrix that is in view. A mark's shape says what it means before its colour does. */
import {
  type Cell,
  type GridEnd,
  type Letter,
  letterAt,
  type ShownEnds,
  SIZES,
  type Viewport,
  windowOf,
} from "./grid-model.ts";

const FONT = '13px "Atkinson Hyperlegible Next", sans-serif';

export interface Inks {
  readonly paper: string;
  readonly sheet: string;
  readonly ink: string;
  readonly hairline: string;
  readonly rule: string;
  readonly dry: string;
  readonly wet: string;
  readonly work: string;
  readonly focus: string;
}

/** The theme's colours as they are now. Canvas knows no light-dark(): each is read back computed. */
export function inksOf(element: Element): Inks {
  const probe = document.createElement("span");
  element.append(probe);
  const read = (name: string) => {
    probe.style.color = `var(--${name})`;
    return getComputedStyle(probe).color;
  };
  const inks: Inks = {
    paper: read("paper"),
    sheet: read("sheet"),
    ink: read("ink"),
    hairline: read("hairline"),
    rule: read("rule"),
    dry: read("dry"),
    wet: read("wet"),
    work: read("work-ink"),
    focus: read("focus"),
  };
  probe.remove();
  return inks;
}

function mark(brush: CanvasRenderingContext2D, letter: Letter, x: number, y: number, inks: Inks): void {
  const middle = SIZES.cell / 2;
  const [cx, cy] = [x + middle, y + middle];
  brush.beginPath();
  if (letter === "f") {
    brush.fillStyle = inks.dry;
    brush.fillRect(x + 4, y + 4, SIZES.cell - 8, SIZES.cell - 8);
  } else if (letter === "w") {
    brush.strokeStyle = inks.work;
    brush.lineWidth = 3;
    brush.arc(cx, cy, middle - 6, 0, 2 * Math.PI);
    brush.stroke();
  } else if (letter === "s") {
    brush.strokeStyle = inks.wet;
    brush.lineWidth = 3;
    brush.moveTo(x + 5, y + SIZES.cell - 5);
    brush.lineTo(x + SIZES.cell - 5, y + 5);
    brush.stroke();
  }
}

export interface Picture {
  readonly ends: readonly GridEnd[];
  readonly rows: readonly string[];
  readonly shown: ShownEnds;
  readonly view: Viewport;
  readonly chosen: Cell | null;
  readonly inks: Inks;
  /** Device pixels to a CSS pixel. */
  readonly ratio: number;
}

function cells(brush: CanvasRenderingContext2D, picture: Picture): void {
  const { shown, view, rows, inks, chosen } = picture;
  const { cell, rowHead, columnHead } = SIZES;
  const [top, bottom] = windowOf(view.scrollTop, view.height - columnHead, shown.rows.length);
  const [left, right] = windowOf(view.scrollLeft, view.width - rowHead, shown.columns.length);
  const xOf = (position: number) => rowHead + position * cell - view.scrollLeft;
  const yOf = (position: number) => columnHead + position * cell - view.scrollTop;
  brush.strokeStyle = inks.hairline;
  brush.lineWidth = 1;
  brush.beginPath();
  for (let row = top; row <= bottom + 1; row += 1) {
    brush.moveTo(rowHead, Math.round(yOf(row)) + 0.5);
    brush.lineTo(xOf(right + 1), Math.round(yOf(row)) + 0.5);
  }
  for (let column = left; column <= right + 1; column += 1) {
    brush.moveTo(Math.round(xOf(column)) + 0.5, columnHead);
    brush.lineTo(Math.round(xOf(column)) + 0.5, yOf(bottom + 1));
  }
  brush.stroke();
  for (let row = top; row <= bottom; row += 1)
    for (let column = left; column <= right; column += 1) {
      const at = { row: shown.rows[row] ?? -1, column: shown.columns[column] ?? -1 };
      const letter = letterAt(rows, at);
      if (letter !== "n") mark(brush, letter, xOf(column), yOf(row), inks);
      if (chosen && chosen.row === at.row && chosen.column === at.column) {
        brush.strokeStyle = inks.focus;
        brush.lineWidth = 3;
        brush.strokeRect(xOf(column) + 1, yOf(row) + 1, cell - 2, cell - 2);
      }
    }
}

function heads(brush: CanvasRenderingContext2D, picture: Picture): void {
  const { shown, view, ends, inks, chosen } = picture;
  const { cell, rowHead, columnHead } = SIZES;
  const [top, bottom] = windowOf(view.scrollTop, view.height - columnHead, shown.rows.length);
  const [left, right] = windowOf(view.scrollLeft, view.width - rowHead, shown.columns.length);
  brush.font = FONT;
  brush.textBaseline = "middle";
  brush.fillStyle = inks.paper;
  brush.fillRect(0, columnHead, rowHead, view.height);
  for (let row = top; row <= bottom; row += 1) {
    const index = shown.rows[row] ?? -1;
    brush.fillStyle = index === chosen?.row ? inks.work : inks.ink;
    brush.fillText(ends[index]?.name ?? "", 4, columnHead + (row + 0.5) * cell - view.scrollTop, rowHead - 8);
  }
  brush.fillStyle = inks.paper;
  brush.fillRect(0, 0, view.width, columnHead);
  for (let column = left; column <= right; column += 1) {
    const index = shown.columns[column] ?? -1;
    const x = rowHead + (column + 0.5) * cell - view.scrollLeft;
    if (x < rowHead) continue;
    brush.save();
    brush.translate(x, columnHead - 6);
    brush.rotate(-Math.PI / 2);
    brush.fillStyle = index === chosen?.column ? inks.work : inks.ink;
    brush.fillText(ends[index]?.name ?? "", 0, 0, columnHead - 10);
    brush.restore();
  }
  brush.fillStyle = inks.paper;
  brush.fillRect(0, 0, rowHead, columnHead);
  brush.strokeStyle = inks.rule;
  brush.lineWidth = 1.5;
  brush.strokeRect(rowHead, columnHead, view.width, view.height);
}

/** Draws what is in view, and nothing else: the cost does not grow with the table. */
export function paint(brush: CanvasRenderingContext2D, picture: Picture): void {
  const { view, inks, ratio } = picture;
  brush.setTransform(ratio, 0, 0, ratio, 0, 0);
  brush.fillStyle = inks.sheet;
  brush.fillRect(0, 0, view.width, view.height);
  cells(brush, picture);
  heads(brush, picture);
}
