import type { ToolView } from "../../../core/ledger/index.ts";
import type { Axis } from "../../../core/machine/index.ts";
import { fromControl, type LatheAxis, shownAs, workInZone } from "../../../core/machine/index.ts";
import { EMPTY_ROW } from "../../control/offsets.ts";
import type { Spacer } from "../../lathe/index.ts";
import { roomToProbe } from "../../lathe/probe.ts";
import { applyAction as actOn, type Bench, type BenchAct } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import type { Facts } from "../reduceFacts.ts";
import {
  activeBox,
  activeOf,
  creepIn,
  did,
  frontOfStock,
  goBeside,
  handAt,
  holeOf,
  radiusOf,
  readTo,
  sendClear,
  stand,
  wallPoint,
} from "./hand.ts";
import { toCentre } from "./solvedTouch.ts";
import type { AdvisedMoment } from "./step.ts";

type OffsetMoment = AdvisedMoment<GoalOf<"offset">>;

/** A light cut on the outside or in the bore, away along Z. */
export function cutAlong(bench: Bench) {
  const { body } = activeOf(bench);
  const box = activeBox(bench);
  const front = frontOfStock(bench);
  let hand = stand(handAt(bench), "z", front + 6 - box.zMin);
  hand = stand(hand, "x", body.mode === "inside" ? holeOf(bench) + 0.3 : radiusOf(bench) - 0.4 - box.xMin);
  hand = stand(hand, "z", front - 12 - wallPoint(bench));
  return stand(hand, "z", front + 8 - box.zMin).acts;
}

/** A light cut across the face, away along X. */
export function cutAcross(bench: Bench) {
  const box = activeBox(bench);
  const front = frontOfStock(bench);
  const radius = radiusOf(bench);
  let hand = handAt(bench);
  if (bench.lathe.slide.z - activeOf(bench).tool.at.z + box.zMin < front + 2)
    hand = stand(hand, "z", front + 8 - box.zMin);
  hand = stand(hand, "x", radius + 4 - box.xMin);
  hand = stand(hand, "z", front - 0.3 - box.zMin);
  hand = stand(hand, "x", -1 - box.xMin);
  return stand(hand, "x", radius + 4 - box.xMin).acts;
}

export function sweepTrue(bench: Bench, axis: Axis) {
  const swept = did(stand(handAt(bench), "x", 0.3), { do: "sweep", sag: 0 });
  const readings = readingsOf(bench, swept.acts) ?? [];
  return readTo(swept, axis, swept.bench.lathe.readout[axis] + toCentre(readings, axis)).acts;
}

export function pressSetter(bench: Bench, axis: LatheAxis) {
  const { machine, trueWork } = bench.lathe.config;
  const { setter } = machine;
  const active = activeOf(bench);
  if (!setter) return [];
  const isBore = active.body.mode === "inside";
  const box = activeBox(bench);
  const { setterOff = { x: 0, z: 0 } } = bench.lathe.config;
  const trigger = (axis === "z" ? setter.face : isBore ? setter.bore : setter.outside) + setterOff[axis];
  const towards: 1 | -1 = axis === "z" ? -1 : ((isBore ? active.side : -active.side) as 1 | -1);
  const reach = axis === "z" ? box.zMin : active.side * 2 * (isBore ? box.xMax : box.xMin);
  const at = trigger - reach - towards * 0.05 + active.tool.at[axis] - trueWork[axis];
  // Clear of it on both axes first: a probe that is still pressed answers nothing.
  const hand = readTo(sendClear(handAt(bench)), axis, at);
  return creepIn(hand, axis, towards, (state) => state.isPressed || roomToProbe(state, active, axis) < -0.3).acts;
}

export function slideIn(bench: Bench, facts: Facts, view: ToolView, axis: LatheAxis) {
  const side = activeOf(bench).side;
  const work = workInZone(
    bench.lathe.config.machine,
    axis,
    bench.lathe.work[bench.lathe.activeWork]?.[axis] ?? 0,
    view.zone,
  );
  const known = axis === "x" ? (facts.sizes.outside?.value ?? 2 * radiusOf(bench)) : frontOfStock(bench);
  let hand = handAt(bench);
  // Beside the bar or in front of it first, the tool being pushed well back.
  if (axis === "x") hand = stand(hand, "z", frontOfStock(bench) - 8 - wallPoint(bench));
  else
    hand = stand(
      hand,
      "x",
      view.tool.kind === "drill" || activeOf(bench).body.mode === "centre"
        ? 0
        : radiusOf(bench) * 0.6 - activeBox(bench).xMin,
    );
  hand = readTo(hand, axis, (axis === "x" ? side * known : known) + work);
  return did(hand, { do: "slide", axis }).acts;
}

export function callWithRetreat(
  { bench, goal }: OffsetMoment,
  view: ToolView,
  size: number,
  spacer: Omit<Spacer, "axis">,
) {
  const { axis } = goal;
  const { machine } = bench.lathe.config;
  const active = activeOf(bench);
  const row = bench.lathe.rows[view.offset] ?? EMPTY_ROW;
  const old = fromControl(machine, axis, shownAs("tool-offset", row.geometry[axis]), "tool-offset", view.zone);
  const work = workInZone(machine, axis, bench.lathe.work[bench.lathe.activeWork]?.[axis] ?? 0, view.zone);
  const away = axis === "x" ? (active.body.mode === "inside" ? -active.side : active.side) : 1;
  const called = axis === "x" ? active.side * size : size;
  const other: Axis = axis === "x" ? "z" : "x";
  let hand = sendClear(handAt(bench));
  const beside = goBeside(hand, axis, 6).bench.lathe.readout[other];
  const target = called + old + away * RETREAT + work;
  if (axis === "x") {
    hand = readTo(hand, "z", beside);
    hand = readTo(hand, "x", target);
  } else {
    hand = readTo(hand, "x", beside);
    hand = readTo(hand, "z", target);
  }
  return did(hand, { do: "hold-spacer", spacer: { ...spacer, axis } }).acts;
}
const RETREAT = 16;

/** Readings of the last sweep among these acts. */
function readingsOf(bench: Bench, acts: readonly BenchAct[]): readonly number[] | undefined {
  let now = bench;
  let readings: readonly number[] | undefined;
  for (const one of acts) {
    const done = actOn(now, one);
    now = done.bench;
    readings = done.events.find(({ kind }) => kind === "sweep")?.readings ?? readings;
  }
  return readings;
}
