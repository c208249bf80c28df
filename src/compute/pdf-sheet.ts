/** A sheet of paper that is written from the top down: headings, sentences, tables, drawings as vectors. */
import { createRequire } from "node:module";
import PDFDocument from "pdfkit";
import { create as makeQrCode } from "qrcode";
import drawSvg from "svg-to-pdfkit";
import { type Sentence, sentenceText } from "../core/record/index.ts";

/** Sheets by name, points: 72 to the inch. ISO 216 gives A4 as 210 by 297 mm. */
const SHEETS = { letter: { width: 612, height: 792 }, a4: { width: 595.28, height: 841.89 } } as const;
export type Paper = keyof typeof SHEETS;
const MARGIN = 42;
const TEXT = 9.5;
const SMALL = 7.5;
const QUIET = "#444";
const INK = "#000";
const HAIR = "#999";
/** Between two blocks. */
const GAP = 6;

const require = createRequire(import.meta.url);
const fontFile = (name: string, file: string) =>
  require.resolve(`@fontsource/${name}/files/${name}-latin-${file}.woff`);
const FONTS = {
  text: fontFile("atkinson-hyperlegible-next", "400-normal"),
  strong: fontFile("atkinson-hyperlegible-next", "700-normal"),
  figure: fontFile("atkinson-hyperlegible-mono", "400-normal"),
  "strong-figure": fontFile("atkinson-hyperlegible-mono", "700-normal"),
} as const;
type Font = keyof typeof FONTS;

const FONT_OF_SPAN = {
  figure: "figure",
  strong: "strong",
  "strong-figure": "strong-figure",
  quiet: "text",
} as const;

interface Cell {
  readonly text: string;
  readonly font?: Font;
}

/** One document. Every font is embedded. */
class PdfSheet {
  readonly #doc: PDFKit.PDFDocument;
  readonly #chunks: Uint8Array[] = [];

  readonly #sheet: (typeof SHEETS)[Paper];

  constructor(title: string, author: string, at: Date, paper: Paper) {
    this.#sheet = SHEETS[paper];
    this.#doc = new PDFDocument({
      size: [this.#sheet.width, this.#sheet.height],
      margin: MARGIN,
      font: FONTS.text,
      lang: "en-US",
      displayTitle: true,
      info: { Title: title, Author: author, CreationDate: at },
    });
    for (const [name, file] of Object.entries(FONTS)) this.#doc.registerFont(name, file);
    this.#doc.on("data", (chunk: Uint8Array) => this.#chunks.push(chunk));
  }

  get #width(): number {
    return this.#sheet.width - 2 * MARGIN;
  }

  /** Begins another page unless so many points are left on this one. */
  #room(height: number): void {
    if (this.#doc.y + height > this.#sheet.height - MARGIN) this.#doc.addPage();
  }

  /** A heading; `keep`: points of what follows that must stand on the same page. */
  heading(text: string, size: number, keep = 0): void {
    this.#room(size * 3 + keep);
    this.#doc
      .font("strong")
      .fontSize(size)
      .fillColor(INK)
      .text(text, MARGIN, this.#doc.y, { width: this.#width });
  }

  rule(): void {
    this.#doc
      .moveTo(MARGIN, this.#doc.y + 2)
      .lineTo(MARGIN + this.#width, this.#doc.y + 2)
      .lineWidth(1)
      .strokeColor(INK)
      .stroke();
    this.#doc.y += GAP;
  }

  sentence(sentence: Sentence, { small = false, width = this.#width } = {}): void {
    const doc = this.#doc;
    doc.fontSize(small ? SMALL : TEXT);
    this.#room(doc.heightOfString(sentenceText(sentence), { width }));
    const spans = sentence.filter((span) => (typeof span === "string" ? span : span.text) !== "");
    let isFirst = true;
    spans.forEach((span, at) => {
      const [text, font, colour] =
        typeof span === "string"
          ? [span, "text", INK]
          : [span.text, FONT_OF_SPAN[span.kind], span.kind === "quiet" ? QUIET : INK];
      const options = { width, continued: at < spans.length - 1 };
      doc.font(font).fillColor(colour);
      if (isFirst) doc.text(text, MARGIN, doc.y, options);
      else doc.text(text, options);
      isFirst = false;
    });
    doc.y += 1.5;
  }

  /** A drawing as vectors, as wide as the page at most. */
  drawing(svg: string): void {
    const [, width = 0, height = 0] = (/viewBox="\S+ \S+ (\S+) (\S+)"/.exec(svg) ?? []).map(Number);
    const scale = Math.min(1, this.#width / width);
    this.#room(height * scale);
    // Its own width and height would be taken before those given here.
    const unsized = svg.replace(/^<svg\b[^>]*>/, (opening) =>
      opening.replace(/ (width|height)="[^"]*"/g, ""),
    );
    drawSvg(this.#doc, unsized, MARGIN, this.#doc.y, {
      width: width * scale,
      height: height * scale,
      assumePt: true,
      fontCallback: (family, bold) =>
        family.includes("mono") ? (bold ? "strong-figure" : "figure") : bold ? "strong" : "text",
      warningCallback: () => undefined,
    });
    this.#doc.y += height * scale + GAP;
  }

  /** A table: the first column wide, the others alike. Rows stay whole; the head is there again on every page. */
  table(head: readonly string[], rows: readonly (readonly Cell[])[]): void {
    const doc = this.#doc;
    const first = this.#width * 0.26;
    const other = (this.#width - first) / Math.max(1, head.length - 1);
    const widthOf = (at: number) => (at === 0 ? first : other) - 6;
    const leftOf = (at: number) => MARGIN + (at === 0 ? 0 : first + (at - 1) * other);
    const line = (cells: readonly Cell[]) => {
      doc.fontSize(SMALL);
      const height = Math.max(
        ...cells.map(({ text, font = "text" }, at) =>
          doc.font(font).heightOfString(text || " ", { width: widthOf(at) }),
        ),
      );
      if (doc.y + height + 4 > this.#sheet.height - MARGIN) {
        doc.addPage();
        line(head.map((text) => ({ text, font: "strong" as const })));
        doc.fontSize(SMALL);
      }
      const top = doc.y;
      cells.forEach(({ text, font = "text" }, at) => {
        doc
          .font(font)
          .fillColor(INK)
          .text(text, leftOf(at), top, { width: widthOf(at) });
      });
      doc.y = top + height + 2;
      doc
        .moveTo(MARGIN, doc.y)
        .lineTo(MARGIN + this.#width, doc.y)
        .lineWidth(0.5)
        .strokeColor(HAIR)
        .stroke();
      doc.y += 2;
    };
    line(head.map((text) => ({ text, font: "strong" as const })));
    for (const row of rows) line(row);
    doc.y += GAP;
  }

  /** A picture, JPEG or PNG, with its caption; one of another sort is named only. */
  picture(bytes: Uint8Array, caption: string, height = 130): void {
    this.#room(height + 20);
    try {
      this.#doc.image(Buffer.from(bytes), MARGIN, this.#doc.y, { fit: [200, height] });
      this.#doc.y += height + 2;
    } catch {
      this.sentence(["A picture that cannot be printed here."], { small: true });
    }
    if (caption !== "") this.sentence([caption], { small: true });
  }

  /** A QR code of squares, with words beside. */
  qrCode(address: string, words: string): void {
    const { modules } = makeQrCode(address, { errorCorrectionLevel: "M" });
    const unit = 2;
    const quiet = 4 * unit;
    const side = modules.size * unit;
    this.#room(side + 2 * quiet);
    const [left, top] = [MARGIN + quiet, this.#doc.y + quiet];
    for (let row = 0; row < modules.size; row += 1)
      for (let column = 0; column < modules.size; column += 1)
        if (modules.get(row, column)) this.#doc.rect(left + column * unit, top + row * unit, unit, unit);
    this.#doc.fillColor(INK).fill();
    const text = left + side + 2 * quiet;
    this.#doc
      .font("text")
      .fontSize(SMALL)
      .fillColor(QUIET)
      .text(`${words}\n${address}`, text, top, { width: this.#sheet.width - MARGIN - text });
    this.#doc.x = MARGIN;
    this.#doc.y = Math.max(this.#doc.y, top + side + quiet);
  }

  /** Ends the document and returns its bytes. */
  async finish(): Promise<Uint8Array> {
    const ended = new Promise((resolve) => this.#doc.once("end", resolve));
    this.#doc.end();
    await ended;
    return Buffer.concat(this.#chunks);
  }
}

/** A block of a document, from the top down. */
export type PdfBlock =
  | { readonly kind: "heading"; readonly text: string; readonly size: number; readonly keep?: number }
  | { readonly kind: "rule" }
  | { readonly kind: "sentence"; readonly sentence: Sentence; readonly small?: true }
  | { readonly kind: "drawing"; readonly svg: string }
  | { readonly kind: "table"; readonly head: readonly string[]; readonly rows: readonly (readonly Cell[])[] }
  | {
      readonly kind: "picture";
      readonly bytes: Uint8Array;
      readonly caption: string;
      readonly height?: number;
    }
  | { readonly kind: "code"; readonly address: string; readonly words: string };

/** What a PDF is made from. */
export interface PdfRequest {
  readonly title: string;
  readonly author: string;
  readonly at: Date;
  readonly paper: Paper;
  readonly blocks: readonly PdfBlock[];
}

function write(sheet: PdfSheet, block: PdfBlock): void {
  switch (block.kind) {
    case "heading":
      sheet.heading(block.text, block.size, block.keep);
      break;
    case "rule":
      sheet.rule();
      break;
    case "sentence":
      sheet.sentence(block.sentence, { small: block.small === true });
      break;
    case "drawing":
      sheet.drawing(block.svg);
      break;
    case "table":
      sheet.table(block.head, block.rows);
      break;
    case "picture":
      sheet.picture(block.bytes, block.caption, block.height);
      break;
    case "code":
      sheet.qrCode(block.address, block.words);
      break;
  }
}

/** Writes a document from the top down and returns its bytes. */
export async function writePdf({ title, author, at, paper, blocks }: PdfRequest): Promise<Uint8Array> {
  const sheet = new PdfSheet(title, author, at, paper);
  for (const block of blocks) write(sheet, block);
  return sheet.finish();
}
