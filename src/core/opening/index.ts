export { groupActs, type Opening, openingActs, type PresetGroup, presetGroups } from "./opening.ts";
