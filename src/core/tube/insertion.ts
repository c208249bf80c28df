/** How deep a tube goes into a seat: data/insertions.csv. The maker's gauge wins. */

export interface Insertion {
  readonly id: string;
  readonly label: string;
  readonly joint: "ferrule" | "push-fit" | "quick-connect" | "face";
  /** Outside diameter as it is called; null: any. */
  readonly size: string | null;
  readonly depthIn: { readonly low: number; readonly high: number };
  readonly note: string;
}

/** Returns the depth to cut for: the deeper one, because a tube that stops short leaks and one a little long is trimmed. */
export const depthToCut = ({ depthIn }: Insertion): number => depthIn.high;
