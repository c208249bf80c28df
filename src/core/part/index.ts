export { PRESENT_DEVICES, type PresentDevice } from "./device.ts";
export {
  ADAPTER_KINDS,
  FUNCTION_KINDS,
  fewestPorts,
  HAZARDS,
  type Hazard,
  isByTheFoot,
  LENGTH_KINDS,
  PART_FUNCTIONS,
  PART_KINDS,
  type Part,
  type PartFunction,
  type PartKind,
  type Port,
  type PortId,
  ratedPsiAt,
  SERVICES,
  UNION_SEALS,
  type UnionSeal,
} from "./part.ts";
export { PEX_TYPES, type PexType, PIPE_DIRECTIONS, type PipeDirection } from "./pipe.ts";
export { findParts, type PartWord } from "./search.ts";
