import { LOST_WORDS, type SetupView } from "../ledger/index.ts";
import { AXES, AXIS_NAME, toolNumber } from "../machine/index.ts";
import { isToKey, tableGrid } from "../offsets/index.ts";
import { isProvenNow } from "../program/index.ts";
import { proofState } from "../proof/index.ts";
import { touchingOrder } from "./touchingOrder.ts";

const STEP = {
  ...AXIS_NAME,
  nose: "radius and orientation",
  second: "second offset",
  work: "work offset with",
  face: "faced bar end",
  hole: "hole",
  length: "length of the part",
} as const;

const PROOF = {
  open: "not checked at the machine",
  again: "changed since it was checked",
  off: "was off when it was checked",
  stopped: "its check was stopped",
} as const;

/** Work offsets that were set without a touch, that are not known, or under which a tool was not checked. */
function unprovenWork(setup: SetupView): readonly string[] {
  const { machine, tools, ownWork, workSaid, workSetIn, taughtIn } = setup;
  const lines: string[] = [];
  for (const [name, said] of Object.entries(workSaid))
    for (const axis of AXES) {
      const isSet = name === ownWork ? workSetIn[name]?.[axis] !== undefined : said[axis] !== undefined;
      if (isSet && taughtIn[name]?.[axis]?.entry !== said[axis]?.entry)
        lines.push(`${name}: ${AXIS_NAME[axis]} set without a touch`);
    }
  for (const name of new Set(tools.flatMap(({ worksUnder }) => worksUnder)))
    if (workSaid[name]?.z === undefined) lines.push(`${name}: Z not known`);
  for (const { offset, worksUnder, proof } of tools)
    for (const name of worksUnder.slice(1))
      if (proof) lines.push(`${toolNumber(machine, offset)}: checked under ${worksUnder[0]}, not under ${name}`);
  return lines;
}

/**
 * What a setup rests on that is not proven, one line each: steps that were not done or must be redone, values that
 * were taken over, entered by hand or taken by eye, work offsets that were set without a touch, sums that do not close, cells that are not ticked as keyed, and
 * rows in which the control was read back otherwise. A lead who signs off signs for these by name.
 */
export function unprovenOf(setup: SetupView): readonly string[] {
  const { machine, tools } = setup;
  const tool = (offset: string) => toolNumber(machine, offset);
  const lines: string[] = [];
  for (const { offset, kind, state, reason, work } of touchingOrder(setup)) {
    if (state === "done") continue;
    const what =
      work !== undefined
        ? `${work}: Z with ${tool(offset)}`
        : offset === ""
          ? STEP[kind]
          : `${tool(offset)}: ${STEP[kind]}${kind === "work" ? ` ${tool(offset)}` : ""}`;
    lines.push(`${what} ${state === "redo" ? `to be redone, ${reason}` : "not done"}`);
  }
  for (const view of tools) {
    const { edit } = view.nose ?? {};
    if (edit !== undefined)
      lines.push(
        `${tool(view.offset)}: radius and orientation ${edit === "taken-over" ? "taken over from an earlier setup" : "changed by hand"}`,
      );
    for (const axis of ["x", "y", "z"] as const) {
      const touch = view[axis];
      const cell = `${tool(view.offset)}: ${AXIS_NAME[axis]}`;
      if (touch?.edit === "taken-over") lines.push(`${cell} taken over from an earlier setup`);
      else if (touch?.edit !== undefined) lines.push(`${cell} changed by hand, not touched`);
      else if (touch && !touch.derived && touch.way === "eye") lines.push(`${cell} taken by eye`);
      else if (touch?.overdue) lines.push(`${cell} measured with ${touch.gauge ?? "a gauge"}, overdue`);
    }
  }
  const { programRead, programProven } = setup;
  if (programProven && !isProvenNow(setup)) lines.push(`${programProven.name}: changed since it was saved as proven`);
  else if (programRead && !programProven) lines.push(`${programRead.name}: not saved as proven`);
  const left = programRead?.left?.length ?? 0;
  if (programRead && programRead.left === undefined)
    lines.push(`${programRead.name}: not known whether all of it was followed; import it again`);
  if (programRead && left > 0)
    lines.push(
      `${programRead.name}: ${left} ${left === 1 ? "place" : "places"} not followed, first in line ${programRead.left?.[0]?.line}`,
    );
  if (setup.positionLost)
    lines.push(`Position lost (${LOST_WORDS[setup.positionLost.by]}): no reference tool checked since`);
  lines.push(...unprovenWork(setup));
  const open = tableGrid(setup).flatMap(({ row, kind, cells }) => {
    const name = kind === "work" ? row : tool(row);
    const list = Object.values(cells);
    const unkeyed = list.filter((cell) => isToKey(cell) && (!cell.keyed || cell.keyed.stale)).length;
    return [
      ...(list.some(({ closes }) => closes === false) ? [`${name}: the sum does not close`] : []),
      ...(unkeyed > 0 ? [`${name}: ${unkeyed} ${unkeyed === 1 ? "cell" : "cells"} not ticked as keyed`] : []),
    ];
  });
  const proofs = tools.flatMap((view) => {
    const state = proofState(setup, view);
    if (state === "proven" || (state === "open" && !view.x && !view.z)) return [];
    return [`${tool(view.offset)}: ${PROOF[state]}`];
  });
  const different = [...new Set((setup.compared?.differences ?? []).map(({ row }) => row))];
  const readBack = different.map((row) => `${/^G/.test(row) ? row : tool(row)}: the control was read back otherwise`);
  return [...lines, ...open, ...proofs, ...readBack].map((line) => line.slice(0, 120));
}
