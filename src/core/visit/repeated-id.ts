/** Returns the index of the first item whose id stands before already; -1 when every id stands once. */
export function firstRepeated(items: readonly { readonly id: string }[]): number {
  const seen = new Set<string>();
  return items.findIndex(({ id }) => seen.size === seen.add(id).size);
}
