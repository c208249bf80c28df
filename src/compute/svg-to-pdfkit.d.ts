declare module "svg-to-pdfkit" {
  /** Draws an SVG as vectors at a place of the present page. */
  export default function drawSvg(
    doc: PDFKit.PDFDocument,
    svg: string,
    x: number,
    y: number,
    options: {
      readonly width?: number;
      readonly height?: number;
      readonly assumePt?: boolean;
      readonly preserveAspectRatio?: string;
      readonly fontCallback?: (family: string, bold: boolean, italic: boolean) => string;
      readonly warningCallback?: (warning: string) => void;
    },
  ): void;
}
