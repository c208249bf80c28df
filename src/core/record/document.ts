/** A record as a document: sections, sentences and a table of checks. A page, a print and a file render the same one. */

/** A piece of a sentence; the kind says how a page may set the piece off. */
export type Span =
  | string
  | {
      readonly kind: "figure" | "strong" | "strong-figure" | "quiet";
      readonly text: string;
      /** A person's own words: nobody rewrites their figures. */
      readonly isOwnWords?: true;
    };

export type Sentence = readonly Span[];

export interface RecordRow {
  /** A joint's number, a checkpoint's letter; empty for the connection as a whole. */
  readonly target: string;
  readonly label: string;
  /** When and how the joint was made; empty for what is no joint. */
  readonly made: string;
  /** One cell a stage; null where the stage does not look at this target. */
  readonly cells: readonly (Sentence | null)[];
}

export interface RecordPhoto {
  readonly id: string;
  readonly caption: string;
}

/** A pressure test: what it came to, and its readings for drawing. */
export interface RecordTrace {
  readonly sentence: Sentence;
  /** Readings without a pause between them: minutes and psi. */
  readonly runs: readonly (readonly { readonly min: number; readonly psi: number }[])[];
  readonly isSimulated: boolean;
}

export interface RecordSection {
  /** The connection's id. */
  readonly id: string;
  readonly title: string;
  readonly place: string;
  readonly phase: string;
  /** What the next plumber asks first: where to shut off, the pressure, the line's date. */
  readonly facts: readonly Sentence[];
  /** What was put in: pieces or feet, name, catalogue number. */
  readonly parts: readonly {
    readonly sku: string;
    readonly name: string;
    readonly amount: string;
  }[];
  readonly table: { readonly stages: readonly string[]; readonly rows: readonly RecordRow[] };
  readonly sentences: readonly Sentence[];
  readonly traces: readonly RecordTrace[];
  readonly photos: readonly RecordPhoto[];
  /** Signature and follow-up check, or that there is none. */
  readonly ending: Sentence;
}

/** Returns a sentence as plain text: for a file, and for tests. */
export function sentenceText(sentence: Sentence): string {
  return sentence.map((span) => (typeof span === "string" ? span : span.text)).join("");
}
