/** Ends a view lets somebody choose from. */
import { type End, type EndCode, isFactoryHose, tradeWordsOf } from "../../core/end/index.ts";
import { likelyEnds, type Place } from "../../core/identify/index.ts";
import { placeOfInlet, type Survey } from "../../core/survey/index.ts";
import type { Tables } from "../../core/tables.ts";
import { formatInches } from "../../core/units/index.ts";
import type { EndChoice, EndOffer } from "../../drawing/end-choice.ts";
import { type Shape, shapeOf } from "../../drawing/thread-shape.ts";
import type { Context } from "../context.ts";
import { inTradeOrder } from "./end.ts";

/** Ends offered with their outline before any search. */
const MOST_LIKELY = 6;
/** No supply line ends on these: they are read by Identify only. */
const NEVER_CONNECTED: readonly string[] = ["aer", "barb"];

/** Pipe and tube are called by a nominal size or by the outside one: both are said. */
function choiceOf(end: End, endWords: Tables["endWords"]): EndChoice {
  const { code, name, size, gender, form, outsideIn } = end;
  return {
    code,
    size,
    gender,
    name: form === "plain" && outsideIn !== null ? `${name}, ${formatInches(outsideIn)} in outside` : name,
    words: tradeWordsOf(code, endWords),
    ...(isFactoryHose(end) ? { isFactoryHose: true } : {}),
  };
}

/** Returns a shape with the figures of its paths to a thousandth of an inch: finer than a screen shows at the scale of a picker. */
function coarse(shape: Shape): Shape {
  const cut = (path: string) =>
    path.replace(/-?\d+\.\d+/g, (figure) => String(Number(Number(figure).toFixed(3))));
  return {
    ...shape,
    body: shape.body.map(cut),
    inner: shape.inner.map(cut),
    seat: shape.seat === null ? null : cut(shape.seat),
  };
}

type EndContext = Pick<Context, "identifier" | "tables">;

/** Returns the ends to choose from where these places are met; `first` are offered before the likely ones of their place, `chosen` are drawn. */
export function endOffer(
  { identifier, tables }: EndContext,
  places: readonly Place[],
  {
    first = {},
    chosen = [],
  }: { first?: Partial<Record<Place, readonly EndCode[]>>; chosen?: readonly EndCode[] } = {},
): EndOffer {
  const profiles = identifier.profiles.filter(({ end }) => !NEVER_CONNECTED.includes(end.family));
  const likely = Object.fromEntries(
    places.map((place) => [
      place,
      [...new Set([...(first[place] ?? []), ...likelyEnds(profiles, place, MOST_LIKELY)])].slice(
        0,
        MOST_LIKELY,
      ),
    ]),
  );
  const drawn = new Set([...Object.values(likely).flat(), ...chosen]);
  return {
    ends: inTradeOrder(tables.ends).map((end) => choiceOf(end, tables.endWords)),
    likely,
    shapes: Object.fromEntries(
      identifier.profiles
        .filter(({ end }) => drawn.has(end.code))
        .map((profile) => [profile.end.code, coarse(shapeOf(profile))]),
    ),
  };
}

/** Returns the ends a survey is made with: at a stop, at pipe, and at this fixture's inlet, where its presets are usual. */
export function surveyEnds(shop: EndContext, { fixture, supply, inlet }: Survey): EndOffer {
  const place = placeOfInlet(fixture);
  const usual = shop.tables.presets.filter((preset) => preset.fixture === fixture);
  return endOffer(shop, ["stop-outlet", "pipe", "faucet", place], {
    first: {
      "stop-outlet": usual
        .filter(({ supplyKind }) => supplyKind !== "stub")
        .map(({ supplyEnd }) => supplyEnd),
      [place]: usual.map(({ inletEnd }) => inletEnd),
    },
    chosen: [supply.end, inlet.end, ...(supply.lineInlet === undefined ? [] : [supply.lineInlet])],
  });
}
