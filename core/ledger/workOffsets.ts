import type { Zone } from "../machine/index.ts";
import { CELLS } from "./cells.ts";
import type { Payload } from "./kinds/index.ts";
import { topOf } from "./lookUp.ts";
import type { SetupState } from "./setupState.ts";
import type { Recorded } from "./standing.ts";

type Program = Pick<Payload<"program-read">, "tools" | "work">;
type CallChange = Payload<"calls-renumbered">["changes"][number];

/** What a call of the program as it was read has become by its changes. Paths are counted from 1; station and offset as in the call, without zeros in front. */
export function calledAs(changes: readonly CallChange[], path: number, station: string, offset: string) {
  const own = changes.filter((change) => change.path === path && change.from.station === station);
  const change = own.find(({ from }) => from.offset === offset);
  return change?.to ?? { station: own[0]?.to.station ?? station, offset };
}

/**
 * A work offset's name in a setup: as the program calls it, with the path where that is not the first, since each path has work
 * offsets of its own. Paths are counted from 1.
 *
 * @example workOfPath("G54", 2) === "G54 path 2"
 */
export const workOfPath = (called: string, path: number): string => (path > 1 ? `${called} path ${path}` : called);

/**
 * A work offset as somebody writes it, in the form that programs have it in: `G54` to `G59`, `G54.1 P1` to `P300`. Undefined where it
 * is none.
 *
 * @example readCalledWork("g54.1p12") === "G54.1 P12"
 */
export function readCalledWork(text: string): string | undefined {
  const [, plain, extended] = /^(G5[4-9])$|^G54\.1P0*([1-9]\d{0,2})$/.exec(text.toUpperCase().replace(/\s/g, "")) ?? [];
  if (extended !== undefined) return Number(extended) <= MOST_EXTENDED ? `G54.1 P${extended}` : undefined;
  return plain;
}
/** The extended work offsets that controls count up to. */
const MOST_EXTENDED = 300;

/** The path of a work offset, counted from 1. */
export const pathOfWork = (name: string): number => Number(/ path (\d)$/.exec(name)?.[1] ?? 1);

/** A work offset as programs call it, without its path. */
export const calledWork = (name: string): string => name.replace(/ path \d$/, "");

/**
 * The work offsets under which the program moves each offset, in the order of its calls, by offset as it is called now. Empty for an
 * offset that is not called, without a program, and for a program that was read before this was kept.
 */
export function worksCalled(program: Program | undefined, changes: readonly CallChange[]) {
  const works = new Map<string, readonly string[]>();
  for (const { path, station, under = [] } of program?.tools ?? [])
    for (const { offset, work } of under) {
      const now = calledAs(changes, path, station, offset).offset;
      const names = work.map((name) => workOfPath(name, path));
      works.set(now, [...new Set([...(works.get(now) ?? []), ...names])]);
    }
  return works;
}

/** What was said of a work offset. An interface: worked out once, and not where each page asks. */
interface WorkDescribed extends Recorded<"work-offset-described"> {}

/** What decides under which work offset a tool works. */
export interface WorkBasis {
  /** The one that the setup was opened with. */
  readonly own: string;
  readonly called: ReadonlyMap<string, readonly string[]>;
  readonly described: Readonly<Record<string, WorkDescribed>>;
}

/**
 * The work offsets under which an offset works, the one that it is touched under first: as a person has said; or else as the program
 * calls them; or else, for a tool of the sub-spindle's part, the one that is described for it; or else the setup's own.
 */
export function worksUnder(
  state: SetupState,
  offset: string,
  { works }: Pick<Zone, "works">,
  { own, called, described }: WorkBasis,
): readonly [string, ...string[]] {
  const said = topOf(state, CELLS.under(offset));
  const [first, ...more] = called.get(offset) ?? [];
  if (said?.kind === "work-offset-chosen") {
    const { name } = said.payload;
    return [name, ...(called.get(offset) ?? []).filter((one) => one !== name)];
  }
  if (first !== undefined) return [first, ...more];
  const ofSub = works === "sub" ? Object.values(described).filter(({ spindle }) => spindle === "sub") : [];
  return [ofSub.sort((a, b) => a.seq - b.seq)[0]?.name ?? own];
}
