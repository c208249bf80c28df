export { type End, type EndCode, type EndTable, endTable, isFactoryHose } from "./end.ts";
