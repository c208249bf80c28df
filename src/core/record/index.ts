export { type RecordSection, type Sentence, type Span, sentenceText } from "./document.ts";
export { connectionsOfRecord, recordSection, type SiteClock, shutOffSentence } from "./record.ts";
export { type ShutOff, shutOffOf } from "./shut-off.ts";
