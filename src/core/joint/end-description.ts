/** What is said of two ends brought together: the words of data/meetings.csv with the pair's own figures in them. */
import type { Bind } from "../end/index.ts";
import type { ContactText, EndContact } from "./meet.ts";

/** Turns as a hand counts them: to the half, and never "about 0". */
function turnsText(turns: number): string {
  const halves = Math.max(1, Math.round(turns * 2));
  const whole = Math.floor(halves / 2);
  const text = halves % 2 === 0 ? String(whole) : whole === 0 ? "1/2" : `${whole} 1/2`;
  return `${text} ${halves <= 2 ? "turn" : "turns"}`;
}

function fill(text: string, bind: Bind | null, gapIn: number | null): string {
  return text
    .replace("{turns}", turnsText(bind?.turns.mid ?? 0))
    .replace("{depth}", `${Math.round((bind?.depthShare ?? 0) * 100)} %`)
    .replace("{gap}", `${Math.abs(gapIn ?? 0).toFixed(3)} in`);
}

/** Returns the words for a meeting. Errors: RangeError when the table has no row for it, which bin/build-data rules out. */
export function textFor(meeting: EndContact, words: readonly ContactText[]): ContactText {
  const contactText = words.find(({ code }) => code === meeting.code);
  if (!contactText) throw new RangeError(`no words for a meeting of kind ${meeting.code}`);
  return {
    ...contactText,
    feels: fill(contactText.feels, meeting.bind, meeting.gapIn),
    forcing: fill(contactText.forcing, meeting.bind, meeting.gapIn),
    advice: contactText.advice === null ? null : fill(contactText.advice, meeting.bind, meeting.gapIn),
  };
}
