const characters = new Intl.Segmenter("en", { granularity: "grapheme" });

/** The first whole characters of a text that come to at most `most` units as the server counts them: never a part of one. */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  let until = 0;
  for (const { index, segment } of characters.segment(text)) {
    if (index + segment.length > most) break;
    until = index + segment.length;
  }
  return text.slice(0, until);
}
