import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { allDry, look, startedVisit, surveyOf, tickedTo } from "../../tests/support/story.ts";
import { plannerIndex, tables } from "../../tests/support/tables.ts";
import { figuresFor } from "../app/visit/connection-page.ts";
import { JOINT_TYPES } from "../core/joint/index.ts";
import type { Plan, PlanRequest } from "../core/plan/index.ts";
import { planHookup } from "../core/planner/index.ts";
import { ticketJoints } from "../core/projection/index.ts";
import { planRequestOf, surveyFromPreset } from "../core/survey/index.ts";
import { foldVisit, type VisitEvent } from "../core/visit/index.ts";
import { JointGlyph, jointInWords, outlineOf } from "./glyph.tsx";
import { JointStrip } from "./joint-strip.tsx";
import { layOutStrip } from "./layout.ts";
import { PiecesInOrder } from "./pieces.tsx";
import { RunColumn, wrapped } from "./run-column.tsx";
import { RunStrip } from "./run-strip.tsx";
import { TurnDial } from "./turn-dial.tsx";

function planOf(preset: string): Plan {
  const plan = planHookup(plannerIndex, planRequestOf(surveyOf(preset), null)).plans[0];
  assert.ok(plan);
  return plan;
}

const endsOf = (plan: Plan) =>
  figuresFor(
    { plannerIndex },
    plan.joints.flatMap((joint) => joint.ends ?? []),
  );

function marked(events: readonly VisitEvent[]) {
  const connection = foldVisit(events).connections[0];
  assert.ok(connection);
  return ticketJoints(connection);
}

describe("layOutStrip", () => {
  for (const preset of tables.presets.map(({ id }) => id))
    it(`draws ${preset} from the wall to the right, nothing over anything`, () => {
      const plan = planOf(preset);
      const { parts, joints, supply, inlet, width } = layOutStrip(plan, endsOf(plan), {
        inletPlastic: true,
        label: preset,
      });
      // The branch that goes on being fed is drawn beside the way.
      const way = plan.joints.filter(({ aside }) => aside === undefined).map(({ number }) => number);
      assert.equal(joints.size, way.length);
      const marks = [
        supply.x,
        ...parts.flatMap((drawn, index) => [
          joints.get(way[index] ?? 0) ?? 0,
          drawn.x,
          drawn.x + drawn.width,
        ]),
        joints.get(way[parts.length] ?? 0) ?? 0,
        inlet.x,
        width,
      ];
      for (let at = 1; at < marks.length; at += 1)
        assert.ok((marks[at] ?? 0) > (marks[at - 1] ?? 0), `${marks}`);
    });

  it("hangs what a fork feeds besides under the fork, each joint in its place", () => {
    const preset = tables.presets.find(({ id }) => id === "refrigerator");
    assert.ok(preset);
    const base = planRequestOf(surveyFromPreset(preset, "x"), null);
    const plan = planHookup(plannerIndex, {
      ...base,
      supply: { ...base.supply, end: "comp-3/8-m", keepsExistingLine: true },
    }).plans[0];
    assert.ok(plan);
    const { aside, joints, parts, endsAt } = layOutStrip(plan, endsOf(plan), {
      inletPlastic: false,
      label: "x",
    });
    assert.ok(aside && endsAt === "fixture");
    assert.equal(joints.size + aside.joints.size, plan.joints.length);
    const fork = parts[0];
    assert.ok(fork && aside.fromX > fork.x && aside.fromX < fork.x + fork.width);
    assert.equal(aside.end, "comp-3/8-f");
  });

  it("draws every joint of every way of building, and says what stands at both ends", () => {
    const copper = { kind: "stub", end: "pipe-1/2-copper", looks: "wall" } as const;
    const nipple = { kind: "stub", end: "npt-1/2-m", looks: "wall" } as const;
    const ways: readonly (readonly [
      preset: string,
      supply: Partial<PlanRequest["supply"]>,
      also: Partial<PlanRequest>,
      ends: string,
    ])[] = [
      ["hydrant-cold", copper, { needs: ["backflow"] }, "wall fixture"],
      ["washer-cold", {}, { needs: ["arrestor"], line: { by: "kept" } }, "line fixture"],
      ["washer-cold", {}, { needs: ["arrestor", "auto-shutoff"], line: { by: "kept" } }, "wall fixture"],
      ["washer-cold", {}, { needs: ["arrestor"], arrestorAt: "stop", line: { by: "kept" } }, "wall line"],
      ["toilet", copper, { phase: "rough-in" }, "wall cap"],
      ["toilet", nipple, { needs: ["dielectric"] }, "wall fixture"],
    ];
    for (const [preset, supply, also, where] of ways) {
      const found = tables.presets.find(({ id }) => id === preset);
      assert.ok(found);
      const base = planRequestOf(surveyFromPreset(found, "x"), null);
      const [plan] = planHookup(plannerIndex, {
        ...base,
        ...also,
        supply: { ...base.supply, ...supply },
      }).plans;
      assert.ok(plan, preset);
      const { aside, joints, startsAt, endsAt } = layOutStrip(plan, endsOf(plan), {
        inletPlastic: true,
        label: "x",
      });
      assert.equal(joints.size + (aside?.joints.size ?? 0), plan.joints.length, preset);
      assert.ok([...joints.values()].every((x) => x > 0));
      assert.equal(`${startsAt} ${endsAt}`, where);
    }
  });

  it("says that the branch beside the way is an air chamber, and how long its pipe is", () => {
    const base = planRequestOf(surveyOf("dishwasher"), null);
    const [plan] = planHookup(plannerIndex, {
      ...base,
      supply: { ...base.supply, kind: "stub", end: "pipe-1/2-copper", looks: "wall" },
      houseRules: { hammer: "air-chamber" },
    }).plans;
    assert.ok(plan);
    const drawn = renderToStaticMarkup(
      <RunStrip plan={plan} ends={endsOf(plan)} joints={[]} fixture="Dishwasher" inletPlastic />,
    );
    assert.match(drawn, /air chamber, upright/);
    assert.match(drawn, /copper pipe 12 in, capped/i);
    assert.doesNotMatch(drawn, /by Cap/);
  });

  it("gives a longer line a longer mark, and a bigger thread a taller face", () => {
    const lineWidth = (preset: string) => {
      const plan = planOf(preset);
      return (
        layOutStrip(plan, endsOf(plan), { inletPlastic: true, label: "x" }).parts.find(
          (drawn) => drawn.part.kind === "line",
        )?.width ?? 0
      );
    };
    assert.ok(lineWidth("dishwasher") > lineWidth("toilet"));
    const plan = planOf("toilet");
    const drawn = layOutStrip(plan, endsOf(plan), { inletPlastic: true, label: "x" }).parts[0];
    assert.ok(drawn && drawn.right.high > drawn.left.high);
  });
});

describe("glyphs", () => {
  it("have one of six outlines for every type of joint", () => {
    assert.equal(new Set(JOINT_TYPES.map(outlineOf)).size, 6);
    assert.deepEqual(
      [
        outlineOf("cone-gasket"),
        outlineOf("riser-cone"),
        outlineOf("taper-thread"),
        outlineOf("quick-connect"),
        outlineOf("solder"),
        outlineOf("crimp"),
      ],
      ["gasket", "ferrule", "taper", "push", "fused", "ring"],
    );
  });

  it("say their life in words, in fill and, when weeping, with a slash", () => {
    const wet = tickedTo(startedVisit(), "water-in");
    const joints = marked([...wet, look("2", "first-fill"), look("1", "first-fill", "weeping")]);
    assert.deepEqual(joints.map(jointInWords), [
      "Joint 1, rubber cone in the outlet's seat, weeping",
      "Joint 2, flat washer under a plastic nut, under pressure, 1 of 3 stages dry",
    ]);
    const [first, second] = joints;
    assert.ok(first && second);
    const draw = (joint: typeof first) =>
      renderToStaticMarkup(
        <svg>
          <title>x</title>
          <JointGlyph joint={joint} x={0} y={0} href="#joint-1" />
        </svg>,
      );
    assert.match(draw(first), /glyph-weeping.*glyph-slash/s);
    assert.match(draw(first), /<a href="#joint-1" aria-label="Joint 1[^"]*weeping"/);
    assert.doesNotMatch(draw(second), /glyph-slash/);
    assert.equal(draw(second).match(/glyph-stage-dry/g)?.length, 1);
  });
});

describe("strips", () => {
  const plan = planOf("toilet");
  const joints = marked(allDry(startedVisit()));

  it("carry the whole run as text", () => {
    for (const html of [
      renderToStaticMarkup(<JointStrip joints={joints} fixture="Toilet tank" />),
      renderToStaticMarkup(
        <RunStrip plan={plan} ends={endsOf(plan)} joints={joints} fixture="Toilet tank" inletPlastic />,
      ),
    ]) {
      assert.match(
        html,
        /role="img" aria-label="From the wall to Toilet tank: Joint 1, [^"]*, dry; Joint 2, [^"]*, dry"/,
      );
      assert.doesNotMatch(html, /NaN|undefined|style=/);
    }
  });

  it("have a link for each joint where joints lead somewhere, the open one marked", () => {
    const html = renderToStaticMarkup(
      <JointStrip joints={joints} fixture="x" open={2} hrefFor={(joint) => `#joint-${joint}`} />,
    );
    assert.equal(html.match(/<a /g)?.length, 2);
    assert.match(html, /<a href="#joint-2"[^>]*aria-current="true"/);
    assert.match(html, /role="group"/);
  });

  it("say so when no hookup is chosen", () =>
    assert.match(
      renderToStaticMarkup(<JointStrip joints={[]} fixture="Sink" />),
      /No hookup chosen yet for Sink/,
    ));

  it("draw every preset's strip and pieces without a gap in the figures", () => {
    for (const preset of tables.presets) {
      const each = planOf(preset.id);
      const planned = each.joints.map(({ number, type, label }) => ({
        number,
        type,
        label,
        life: "planned" as const,
        dryStages: 0,
        isAside: false,
      }));
      const html = renderToStaticMarkup(
        <RunStrip
          plan={each}
          ends={endsOf(each)}
          joints={planned}
          fixture={preset.label}
          inletPlastic={preset.inletPlastic}
        />,
      );
      assert.doesNotMatch(html, /NaN|undefined|Infinity/, preset.id);
      const upright = renderToStaticMarkup(
        <RunColumn
          plan={each}
          ends={endsOf(each)}
          joints={planned}
          fixture={preset.label}
          inletPlastic={preset.inletPlastic}
        />,
      );
      assert.doesNotMatch(upright, /NaN|undefined|Infinity/, preset.id);
      const places = [...upright.matchAll(/<text[^>]* y="(-?[\d.]+)"/g)].map(([, y]) => Number(y));
      const [, height] = /viewBox="0 0 340 ([\d.]+)"/.exec(upright) ?? [];
      assert.ok(places.length > each.joints.length && places.every((y) => y > 0 && y < Number(height)));
      for (const joint of each.joints)
        assert.doesNotMatch(
          renderToStaticMarkup(<PiecesInOrder joint={joint} ends={endsOf(each)} />),
          /NaN|undefined/,
        );
    }
  });
});

describe("words beside a run", () => {
  it("are broken between words, never inside one, and lose nothing", () => {
    assert.deepEqual(wrapped("hammer arrestor, 3/8 comp nut x 3/8 comp outlet", 20), [
      "hammer arrestor, 3/8",
      "comp nut x 3/8 comp",
      "outlet",
    ]);
    assert.deepEqual(wrapped("incomprehensibility", 5), ["incomprehensibility"]);
  });
});

describe("TurnDial", () => {
  it("says the range, the stop and what was turned", () => {
    const html = renderToStaticMarkup(<TurnDial min={0.25} max={0.5} hardMax={1} turned={0.375} />);
    assert.match(html, /Wanted 1\/4 to 1\/2, never past 1; turned 3\/8/);
    assert.doesNotMatch(html, /NaN/);
  });
});
