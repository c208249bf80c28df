/** How deep a tube goes into a seat: data/insertions.csv. The maker's gauge wins. */

/** What a tube or pipe goes into; "face": it ends at the face. */
export const SEAT_KINDS = [
  "ferrule",
  "push-fit",
  "quick-connect",
  "solder",
  "press",
  "crimp",
  "expansion",
  "solvent",
  "face",
] as const;

export interface Insertion {
  readonly id: string;
  readonly label: string;
  readonly joint: (typeof SEAT_KINDS)[number];
  /** Outside diameter as it is called; null: any. */
  readonly size: string | null;
  readonly depthIn: { readonly low: number; readonly high: number };
  readonly note: string;
}

/** Returns the depth to cut for: the deeper one, because a tube that stops short leaks and one a little long is trimmed. */
export const depthToCut = ({ depthIn }: Insertion): number => depthIn.high;
