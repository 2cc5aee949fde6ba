import { invariant } from "../refusal.ts";
import { cheapestAssignment } from "./assignment.ts";
import { type CombProblem, type CombTool, isConflict, pairAt, type Slot } from "./combs.ts";

/** A tool that changes its slot. */
interface CombMove {
  readonly tool: string;
  readonly from: string;
  readonly to: string;
}

/** The best placing found: who moves where, what still meets, and the least room between near ends (null: none is near). */
export interface CombPlacing {
  readonly moves: readonly CombMove[];
  readonly conflicts: number;
  readonly smallestGap: number | null;
}

/** How far a search has come, as a share of the placings of the first tools of comb a. */
interface SearchProgress {
  readonly share: number;
}

/** Placings tried between two reports of progress. */
const PLACINGS_PER_STEP = 256;

/**
 * The placing with the fewest conflicts (counted per pair and alignment), then the fewest tools moved, then the largest
 * smallest gap. Every tool stands in its present slot or in one that it is allowed, one tool to a slot of its comb. Exact.
 *
 * With comb a placed, what a tool of comb b costs in a slot does not depend on its neighbours, so that comb b is an
 * assignment; comb a is searched depth first with what its placed tools cost at least as the bound.
 */
export function meshCombs(problem: CombProblem): CombPlacing {
  const steps = meshCombsInSteps(problem);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same in steps: gives its progress now and then and can be left at any of them. */
export function* meshCombsInSteps(problem: CombProblem): Generator<SearchProgress, CombPlacing> {
  const search = prepare(easierSide(problem));
  let best = { value: WORST, places: search.present, columns: search.presentColumns };
  const places: number[] = search.a.map(() => -1);
  const taken = new Set<string>();
  let placings = 0;
  let share = 0;
  yield { share };
  yield* place(0, search.nothing, 0, 0, 1);
  return placingOf(search, best, problem);

  /** Places the tools from `depth` on; `paid` is what the placed ones cost each tool of comb b in each slot. */
  function* place(
    depth: number,
    paid: Paid,
    moved: number,
    from: number,
    width: number,
  ): Generator<SearchProgress, void> {
    const least = leastOf(search, paid);
    if (isWorse(best.value, { ...least, moves: least.moves + moved })) return;
    const tool = search.a[depth];
    if (!tool) {
      if (++placings % PLACINGS_PER_STEP === 0) yield { share };
      const found = assign(search, paid, moved, best.value);
      if (found) best = { value: found.value, places: [...places], columns: found.columns };
      return;
    }
    for (const [place_, { slot }] of tool.slots.entries()) {
      if (taken.has(slot)) continue;
      const part = width / tool.slots.length;
      share = from + place_ * part;
      taken.add(slot);
      places[depth] = place_;
      const more = addTool(search, paid, depth, places);
      yield* place(depth + 1, more, moved + (place_ === 0 ? 0 : 1), share, part);
      places[depth] = -1;
      taken.delete(slot);
    }
  }
}

/** What counts, in this order: conflicts, tools moved, the least room (`Infinity` where none is near). */
interface Value {
  readonly conflicts: number;
  readonly moves: number;
  readonly room: number;
}
const WORST: Value = { conflicts: Number.POSITIVE_INFINITY, moves: Number.POSITIVE_INFINITY, room: 0 };

/** What placed tools of comb a cost each tool of comb b in each slot: conflicts, and the least room. */
interface Paid {
  readonly conflicts: Float64Array;
  readonly room: Float64Array;
}

interface Movable extends CombTool {
  /** Its present slot first. */
  readonly slots: readonly Slot[];
}

interface Search {
  readonly problem: CombProblem;
  readonly a: readonly Movable[];
  readonly b: readonly Movable[];
  /** Names of comb b's slots; a column of the assignment each. */
  readonly columns: readonly string[];
  /** Where each tool of comb b would lie in each slot; NaN where it may not. */
  readonly laterals: Float64Array;
  readonly present: readonly number[];
  readonly presentColumns: Int32Array;
  readonly nothing: Paid;
  /** Index among comb a of the tool that an alignment is made by; −1 where its shift is given. */
  readonly aligned: readonly number[];
  /** What a tool of comb a costs at a lateral and alignment, kept once worked out. */
  readonly known: Map<string, Paid>;
}

/** The same problem with the combs exchanged where that leaves fewer placings to go through: only where all shifts are given. */
function easierSide(problem: CombProblem): CombProblem {
  const placings = (tools: readonly CombTool[]) =>
    tools.reduce((sum, { allowed = [] }) => sum + Math.log(1 + allowed.length), 0);
  if (placings(problem.a) <= placings(problem.b)) return problem;
  const exchanged = problem.alignments.flatMap((one) => ("shift" in one ? [{ ...one, shift: -one.shift }] : []));
  if (exchanged.length < problem.alignments.length) return problem;
  return { ...problem, a: problem.b, b: problem.a, alignments: exchanged };
}

function prepare(problem: CombProblem): Search {
  const movable = (tool: CombTool): Movable => {
    const slots = new Map<string, Slot>([[tool.slot, tool]]);
    for (const one of tool.allowed ?? []) if (!slots.has(one.slot)) slots.set(one.slot, one);
    return { ...tool, slots: [...slots.values()] };
  };
  const [a, b] = [problem.a.map(movable), problem.b.map(movable)];
  // Tools that alignments go by come first: with them the combs' shifts are known, and bounds with it.
  const goesBy = (tool: string) => problem.alignments.some((one) => "tool" in one && one.tool === tool);
  a.sort(
    (one, other) => Number(goesBy(other.tool)) - Number(goesBy(one.tool)) || one.slots.length - other.slots.length,
  );
  const columns = [...new Set(b.flatMap(({ slots }) => slots.map(({ slot }) => slot)))];
  const laterals = new Float64Array(b.length * columns.length).fill(Number.NaN);
  for (const [row, { slots }] of b.entries())
    for (const { slot, lateral } of slots) laterals[row * columns.length + columns.indexOf(slot)] = lateral;
  const cells = b.length * columns.length;
  return {
    problem,
    a,
    b,
    columns,
    laterals,
    present: a.map(() => 0),
    presentColumns: Int32Array.from(b, ({ slot }) => columns.indexOf(slot)),
    nothing: { conflicts: new Float64Array(cells), room: new Float64Array(cells).fill(Number.POSITIVE_INFINITY) },
    aligned: problem.alignments.map((one) => ("tool" in one ? a.findIndex(({ tool }) => tool === one.tool) : -1)),
    known: new Map(),
  };
}

/** What is paid once the tool at `depth` is placed too: at every alignment whose shift is known now and was not before. */
function addTool(search: Search, paid: Paid, depth: number, places: readonly number[]): Paid {
  const conflicts = Float64Array.from(paid.conflicts);
  const room = Float64Array.from(paid.room);
  for (const [index, by] of search.aligned.entries()) {
    if (by > depth) continue;
    // Placed by this tool, the alignment counts for all that stand already; otherwise for this tool alone.
    for (let tool = by === depth ? 0 : depth; tool <= depth; tool++) {
      const cost = costOf(search, index, tool, places);
      for (let cell = 0; cell < conflicts.length; cell++) {
        conflicts[cell] = (conflicts[cell] as number) + (cost.conflicts[cell] as number);
        if ((cost.room[cell] as number) < (room[cell] as number)) room[cell] = cost.room[cell] as number;
      }
    }
  }
  return { conflicts, room };
}

function costOf(search: Search, index: number, tool: number, places: readonly number[]): Paid {
  const by = search.aligned[index] as number;
  const key = `${index} ${by < 0 ? "" : places[by]} ${tool} ${places[tool]}`;
  const known = search.known.get(key);
  if (known) return known;
  const { problem, a, b, columns, laterals } = search;
  const alignment = problem.alignments[index];
  const one = a[tool];
  invariant(alignment && one, "a cost is asked of an alignment and a tool that are there");
  const lateralOf = (at: number) => a[at]?.slots[places[at] as number]?.lateral ?? Number.NaN;
  const shift = "shift" in alignment ? alignment.shift : alignment.at - lateralOf(by);
  const here = { ...one, lateral: lateralOf(tool) + shift };
  const conflicts = new Float64Array(laterals.length);
  const room = new Float64Array(laterals.length).fill(Number.POSITIVE_INFINITY);
  for (const [row, other] of b.entries())
    for (let column = 0; column < columns.length; column++) {
      const cell = row * columns.length + column;
      const lateral = laterals[cell] as number;
      if (Number.isNaN(lateral)) continue;
      const pair = pairAt(problem.margin, alignment.gap, here, { ...other, lateral });
      if (!pair.isNear) continue;
      room[cell] = pair.room;
      if (isConflict(pair.excess)) conflicts[cell] = 1;
    }
  const made = { conflicts, room };
  search.known.set(key, made);
  return made;
}

/**
 * What comb b costs at least with what is paid: every tool in its own cheapest slot, even where two want the same one. Moves and
 * room hold for placings that have just so few conflicts, and just so few moves.
 */
function leastOf({ b, columns, laterals, presentColumns }: Search, { conflicts, room }: Paid): Value {
  const weight = b.length + 1;
  const least = { conflicts: 0, moves: 0, room: Number.POSITIVE_INFINITY };
  for (let row = 0; row < b.length; row++) {
    let [cheapest, widest] = [Number.POSITIVE_INFINITY, 0];
    for (let column = 0; column < columns.length; column++) {
      const cell = row * columns.length + column;
      if (Number.isNaN(laterals[cell] as number)) continue;
      const cost = (conflicts[cell] as number) * weight + (column === presentColumns[row] ? 0 : 1);
      if (cost > cheapest) continue;
      widest = cost < cheapest ? (room[cell] as number) : Math.max(widest, room[cell] as number);
      cheapest = cost;
    }
    least.conflicts += Math.floor(cheapest / weight);
    least.moves += cheapest % weight;
    least.room = Math.min(least.room, widest);
  }
  return least;
}

/** True where nothing below can be better than what is known: not with fewer conflicts, moves, or more room. */
function isWorse(best: Value, least: Value): boolean {
  if (least.conflicts !== best.conflicts) return least.conflicts > best.conflicts;
  return least.moves !== best.moves ? least.moves > best.moves : least.room <= best.room;
}

/** The best placing of comb b, if it is better than the best known. */
function assign(
  { b, columns, laterals, presentColumns }: Search,
  { conflicts, room }: Paid,
  moved: number,
  best: Value,
): { readonly value: Value; readonly columns: Int32Array } | undefined {
  // Conflicts first, then moves: all of comb b moving costs less than one conflict.
  const weight = b.length + 1;
  const solve = (above: number) => {
    const cost = new Float64Array(laterals.length);
    for (let row = 0; row < b.length; row++)
      for (let column = 0; column < columns.length; column++) {
        const cell = row * columns.length + column;
        const isOpen = !Number.isNaN(laterals[cell] as number) && (room[cell] as number) > above;
        cost[cell] = isOpen
          ? (conflicts[cell] as number) * weight + (column === presentColumns[row] ? 0 : 1)
          : Number.POSITIVE_INFINITY;
      }
    return cheapestAssignment(cost, b.length, columns.length);
  };
  const first = solve(Number.NEGATIVE_INFINITY);
  if (!first) return undefined;
  const found = { conflicts: Math.floor(first.cost / weight), moves: moved + (first.cost % weight) };
  if (found.conflicts > best.conflicts) return undefined;
  const isTie = found.conflicts === best.conflicts && found.moves === best.moves;
  if (found.conflicts === best.conflicts && found.moves > best.moves) return undefined;
  // Among those as good, the one with most room: what has less is closed off, as long as it costs nothing.
  const roomOf = (columnOf: Int32Array) => {
    let least = Number.POSITIVE_INFINITY;
    for (let row = 0; row < b.length; row++)
      least = Math.min(least, room[row * columns.length + (columnOf[row] as number)] as number);
    return least;
  };
  let at = isTie ? solve(best.room) : first;
  let widest: Int32Array | undefined;
  while (at && at.cost === first.cost) {
    widest = at.columnOf;
    const least = roomOf(widest);
    if (least === Number.POSITIVE_INFINITY) break;
    at = solve(least);
  }
  return widest && { value: { ...found, room: roomOf(widest) }, columns: widest };
}

function placingOf(
  { a, b, columns }: Search,
  best: { readonly value: Value; readonly places: readonly number[]; readonly columns: Int32Array },
  problem: CombProblem,
): CombPlacing {
  const to = new Map<string, string>();
  for (const [index, tool] of a.entries())
    to.set(tool.tool, tool.slots[best.places[index] as number]?.slot ?? tool.slot);
  for (const [index, tool] of b.entries()) to.set(tool.tool, columns[best.columns[index] as number] ?? tool.slot);
  const moves = [...problem.a, ...problem.b].flatMap(({ tool, slot }) => {
    const target = to.get(tool) ?? slot;
    return target === slot ? [] : [{ tool, from: slot, to: target }];
  });
  const { conflicts, room } = best.value;
  return { moves, conflicts, smallestGap: room === Number.POSITIVE_INFINITY ? null : room };
}
