/** How early a joint is made where nothing else decides: heat, cement, tools, threads, push, seals. Source: practice of the trade. */
import type { JointType } from "./joint.ts";

const RANK: Readonly<Record<JointType, number>> = {
  solder: 0,
  solvent: 1,
  press: 2,
  crimp: 2,
  expansion: 2,
  "taper-thread": 3,
  ferrule: 4,
  flare: 4,
  "push-fit": 4,
  "quick-connect": 4,
  "riser-cone": 5,
  "cone-gasket": 6,
  "flat-gasket": 6,
  "hose-thread": 6,
  "ground-joint": 7,
  "slip-joint": 7,
  "hose-clamp": 7,
};

/** Returns the rank of a joint in the order of making: the lowest comes first. */
export const makeUpRank = (type: JointType): number => RANK[type];

/** Returns whether a joint needs a dry pipe: nothing is flushed before one of them, and none is made once water is back. */
export const needsDryPipe = (type: JointType): boolean => type === "solder" || type === "solvent";
