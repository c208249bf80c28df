/** Parameters of addresses below a visit. */
import { z } from "zod";

export const onVisit = z.object({ id: z.uuid() });
export const onPhoto = z.object({ id: z.uuid(), photo: z.uuid() });
export const onHold = z.object({ id: z.uuid(), hold: z.uuid() });
export const onStrip = z.object({ id: z.uuid(), strip: z.uuid() });
