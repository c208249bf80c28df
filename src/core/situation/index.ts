export { LEFT_CODES, type LeftCode, nowOf, type Owed, owedOf } from "./owed.ts";
