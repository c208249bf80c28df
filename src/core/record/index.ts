export { type RecordSection, type Sentence, type Span, sentenceText } from "./document.ts";
export { connectionsOfRecord, recordSection, type SiteClock } from "./record.ts";
