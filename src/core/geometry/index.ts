export {
  across,
  add,
  cross,
  dot,
  longestNormal,
  norm,
  scale,
  subtract,
  turned,
  unit,
  type Vector,
  without,
} from "./vector.ts";
