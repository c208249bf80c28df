/** Strokes and fills of strips where no style sheet of the pages reaches: in a PDF and in an SVG file. Black on white, as on paper. */
export const PRINT_STYLE = `
text { fill: #000; font-family: sans; }
.strip-quiet { fill: #444; }
.strip-figure { font-family: mono; }
.strip-line { stroke: #000; fill: none; }
.strip-hair { stroke: #888; fill: none; }
.strip-metal { fill: #edc; stroke: #000; }
.strip-cuff { fill: #cb9; stroke: #000; }
.strip-copper { fill: #ecb; stroke: #000; }
.strip-plastic { fill: #eee; stroke: #000; }
.strip-paper { fill: #fff; stroke: none; }
.glyph-planned, .glyph-made, .glyph-pressure, .glyph-weeping { fill: #fff; color: #000; }
.glyph-dry { fill: #000; color: #fff; }
.glyph-signed { fill: #000; color: #fff; }
.glyph-outline { stroke: #000; }
.glyph-slash { stroke: #000; }
.glyph-number { font-weight: bold; text-anchor: middle; fill: currentColor; }
.glyph-stage { stroke: #000; fill: #fff; }
.glyph-stage-dry { fill: #000; stroke: #000; }
.glyph-halo { stroke: none; fill: none; }
`;

/** Returns a drawing as a file of its own, with the style of paper. Errors: RangeError when the text is no SVG element. */
export function standaloneSvg(markup: string): string {
  const opening = /^<svg\b[^>]*>/.exec(markup)?.[0];
  if (opening === undefined) throw new RangeError("the drawing is no SVG element");
  const named = opening.includes("xmlns=")
    ? opening
    : opening.replace("<svg", '<svg xmlns="http://www.w3.org/2000/svg"');
  return `${named}<style>${PRINT_STYLE}</style>${markup.slice(opening.length)}`;
}
