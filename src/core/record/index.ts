export { type RecordSection, type Sentence, type Span, sentenceText } from "./document.ts";
export { heardNote } from "./hammer-sentence.ts";
export { connectionsOfRecord, recordSection } from "./record.ts";
export { shutOffOf } from "./shut-off.ts";
