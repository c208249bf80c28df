export { type RecordSection, type Sentence, type Span, sentenceText } from "./document.ts";
export { connectionsOfRecord, recordSection } from "./record.ts";
export { shutOffOf } from "./shut-off.ts";
