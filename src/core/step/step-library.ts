/** What a step library must be for run sheets, schedules and leak checks to stand on it. */
import { STAGE_CODES } from "../check/index.ts";
import { isRemakeRole } from "./remake.ts";
import { conditionFault, STEP_FLAGS, STEP_VALUES } from "./step-conditions.ts";
import { STEP_ROLES, type StepRole } from "./step-role.ts";
import { JOINT_SLOTS, REMAKE_SLOTS, STEP_SLOTS, slotsIn } from "./step-slots.ts";
import { STEP_PHASES, type StepTemplate } from "./step-template.ts";

/** What a library may be written with: conditions that stand alone with what each says, those that name a value, and slots of steps and of joints. */
export const LIBRARY_WORDS = {
  flags: STEP_FLAGS,
  values: STEP_VALUES,
  slots: STEP_SLOTS,
  jointSlots: JOINT_SLOTS,
  remakeSlots: REMAKE_SLOTS,
} as const;

export interface LibraryFault {
  readonly step: string;
  readonly field: string;
  readonly message: string;
}

const OF_CONNECTION: ReadonlySet<string> = new Set(STEP_SLOTS);
const OF_REMAKE: ReadonlySet<string> = new Set([...STEP_SLOTS, ...REMAKE_SLOTS]);
const OF_JOINT: ReadonlySet<string> = new Set([...STEP_SLOTS, ...JOINT_SLOTS]);
/** An id ending so would be taken for a joint's own step. */
const JOINT_ID = /-\d+$/;

function faultsOfStep(step: StepTemplate): readonly LibraryFault[] {
  const { low, likely, high } = step.handsOnMin;
  const fault = (field: string, message: string): LibraryFault => ({ step: step.id, field, message });
  const condition = step.when === null ? null : conditionFault(step.when);
  const allowedSlots = step.per === "joint" ? OF_JOINT : isRemakeRole(step.role) ? OF_REMAKE : OF_CONNECTION;
  const unknown = slotsIn(step.text).find((name) => !allowedSlots.has(name));
  return [
    ...(JOINT_ID.test(step.id)
      ? [fault("id", "must not end in a number: that is how a joint's own step is named")]
      : []),
    ...(condition === null ? [] : [fault("when", condition)]),
    ...(unknown === undefined
      ? []
      : [fault("text", `there is nothing to put in for {${unknown}}${step.per === "joint" ? "" : " here"}`)]),
    ...(low <= likely && likely <= high ? [] : [fault("likely", "must lie between quick and slow")]),
  ];
}

/** Roles that several steps may have. */
const MAY_REPEAT: readonly StepRole[] = [
  "bench",
  "prepare",
  "cool",
  "fire-watch",
  "set-cement",
  "prove",
  "roll-out",
  "take-off",
  "power-off",
  "pull-plug",
  "exercise",
  "purge",
  "fixture-in",
  "drain-on",
  "try-device",
];

const LETS_WATER_IN: readonly StepRole[] = ["water-in", "open-upstream", "water-again"];

/** Returns everything wrong with a library, empty when it can be worked by. */
export function libraryFaults(steps: readonly StepTemplate[]): readonly LibraryFault[] {
  const at = (id: string) => steps.findIndex((step) => step.id === id);
  const whole = (field: string, message: string): LibraryFault => ({ step: "", field, message });
  const twice = steps.filter((step, index) => at(step.id) !== index);
  const phases = steps.map(({ phase }) => STEP_PHASES.indexOf(phase));
  const shuts = steps.findIndex(({ effect }) => effect === "water-off");
  const opens = steps.filter(({ effect }) => effect === "water-on");
  const withRole = (role: StepRole) => steps.filter((step) => step.role === role);
  const [make] = withRole("make");
  const [waterIn] = withRole("water-in");
  const placeOf = (role: StepRole) => steps.findIndex((step) => step.role === role);
  const makeAt = placeOf("make");
  const missing = STAGE_CODES.filter(
    (code) => code !== "look-back" && steps.filter(({ stage }) => stage === code).length !== 1,
  );
  return [
    ...steps.flatMap(faultsOfStep),
    ...twice.map(({ id }) => ({ step: id, field: "id", message: "two steps have this id" })),
    ...STEP_ROLES.filter((role) => !MAY_REPEAT.includes(role) && withRole(role).length > 1).map((role) =>
      whole("role", `is ${role} for more than one step`),
    ),
    ...steps
      .filter(
        ({ role, effect }) => (role === "close-stop" || role === "close-upstream") && effect !== "water-off",
      )
      .map(({ id, role }) => ({
        step: id,
        field: "effect",
        message: `a step with the role ${role} shuts the water off`,
      })),
    ...(make?.per === "joint" && make.when === null
      ? []
      : [whole("role", "needs one step with the role make for every joint, without a condition")]),
    ...(waterIn?.effect === "water-on" &&
    waterIn.when === null &&
    opens.every(({ role }) => role !== null && LETS_WATER_IN.includes(role))
      ? []
      : [whole("role", "needs one step with the role water-in, without a condition")]),
    ...(shuts >= 0 && shuts < makeAt && makeAt < placeOf("water-in")
      ? []
      : [whole("order", "water goes off before the joints are made, and comes in after")]),
    ...missing.map((code) => whole("stage", `needs one step for the stage ${code}`)),
    ...(phases.every((phase) => phase >= 0) ? [] : [whole("phase", "names a phase there is not")]),
  ];
}

/**
 * Returns the roles that no step of a library has, as faults. A library in force needs them all; a library that came with an older
 * visit may lack a step that shuts the water off.
 */
export function missingRoles(steps: readonly StepTemplate[]): readonly LibraryFault[] {
  return (["close-stop", "close-upstream"] as const)
    .filter((role) => !steps.some((step) => step.role === role))
    .map((role) => ({ step: "", field: "role", message: `needs one step with the role ${role}` }));
}
