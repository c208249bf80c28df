/** A visit as its row keeps it for lists. */
import { z } from "zod";
import { JOINT_TYPES } from "../core/joint/index.ts";
import type { VisitTicket } from "../core/projection/index.ts";
import { CONNECTION_PHASES, JOINT_STATUSES } from "../core/visit/index.ts";

const joint = z.strictObject({
  number: z.number().int(),
  type: z.enum(JOINT_TYPES),
  label: z.string(),
  life: z.enum(JOINT_STATUSES),
  dryStages: z.number().int(),
  isAside: z.boolean(),
});

export const ticketSchema = z.strictObject({
  connections: z.array(
    z.strictObject({
      id: z.string(),
      label: z.string(),
      room: z.string(),
      continues: z.string().nullable(),
      phase: z.enum(CONNECTION_PHASES).exclude(["overdue"]),
      signed: z
        .strictObject({ lookBackBy: z.enum(["plumber", "customer"]), lookBackDueAt: z.string() })
        .nullable(),
      lastLook: z
        .strictObject({
          id: z.string(),
          result: z.enum(["dry", "weeping"]),
          at: z.string(),
          by: z.string(),
        })
        .nullable(),
      joints: z.array(joint),
    }),
  ),
  isTraining: z.boolean(),
}) satisfies z.ZodType<VisitTicket>;
