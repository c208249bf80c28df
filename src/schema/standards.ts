/** Which practice a shop or a job chooses, at the border. */
import { z } from "zod";
import { PRACTICES } from "../core/standard/index.ts";

export const standardsSchema = z
  .strictObject({
    taperSealant: z.enum(PRACTICES.taperSealant).exactOptional(),
    ferruleFilm: z.enum(PRACTICES.ferruleFilm).exactOptional(),
    refrigeratorLine: z.enum(PRACTICES.refrigeratorLine).exactOptional(),
    toiletLine: z.enum(PRACTICES.toiletLine).exactOptional(),
    reuseLine: z.enum(PRACTICES.reuseLine).exactOptional(),
    pipeJoint: z.enum(PRACTICES.pipeJoint).exactOptional(),
    concealedPushFit: z.enum(PRACTICES.concealedPushFit).exactOptional(),
    hammer: z.enum(PRACTICES.hammer).exactOptional(),
    dishwasherBackflow: z.enum(PRACTICES.dishwasherBackflow).exactOptional(),
    multiTurnStop: z.enum(PRACTICES.multiTurnStop).exactOptional(),
    lineSlack: z.enum(PRACTICES.lineSlack).exactOptional(),
    arrestorPlace: z.enum(PRACTICES.arrestorPlace).exactOptional(),
    tubeJoint: z.enum(PRACTICES.tubeJoint).exactOptional(),
    tankNut: z.enum(PRACTICES.tankNut).exactOptional(),
    ownStop: z.enum(PRACTICES.ownStop).exactOptional(),
    flushBeforeLast: z.enum(PRACTICES.flushBeforeLast).exactOptional(),
    seatedFerrule: z.enum(PRACTICES.seatedFerrule).exactOptional(),
    washerHose: z.enum(PRACTICES.washerHose).exactOptional(),
  })
  .meta({ id: "HouseRules" });
