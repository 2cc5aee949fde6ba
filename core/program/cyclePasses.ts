import { type Block, hasWord, LETTER } from "./block.ts";
import { type Coordinates, numberOf, type Target } from "./motion.ts";
import type { MoveKind, PathState, ToolPlace } from "./pathState.ts";

const RAPID: MoveKind = { kind: "rapid", inCycle: true };
const FEED: MoveKind = { kind: "feed", inCycle: true };
const THREAD: MoveKind = { kind: "thread", inCycle: true };
/** Passes that a thread or a groove is divided into at most; a smaller depth in the program is a slip or a joke. */
const MOST_PASSES = 200;

/**
 * A box cycle's four moves: along (G90), thread (G92) or across (G94), from where the tool stands and back. `taper` in millimetres, on the radius
 * or along Z where it goes across.
 */
export function boxPasses(path: PathState, cycle: 90 | 92 | 94, taper: number): void {
  const { onMove, x, z, cycleX, cycleZ } = path;
  if (!onMove) return;
  if (cycle === 94) {
    onMove({ x, z: cycleZ + taper }, RAPID);
    onMove({ x: cycleX, z: cycleZ }, FEED);
    onMove({ x: cycleX, z }, FEED);
    onMove({ x, z }, RAPID);
    return;
  }
  const cut = cycle === 92 ? THREAD : FEED;
  onMove({ x: cycleX + 2 * taper, z }, RAPID);
  onMove({ x: cycleX, z: cycleZ }, cut);
  onMove({ x, z: cycleZ }, cycle === 92 ? RAPID : FEED);
  onMove({ x, z }, RAPID);
}

/** A hole: rapid to its position, feed to its depth, and out by rapid. Pecks end where they began and are left out. */
export function holePasses(path: PathState, position: ToolPlace, across: boolean): void {
  const { onMove, cycleX, cycleZ } = path;
  if (!onMove) return;
  onMove(position, RAPID);
  onMove(across ? { x: cycleX, z: position.z } : { x: position.x, z: cycleZ }, FEED);
  onMove(position, RAPID);
}

/** G74 pecks along Z at one X after another, G75 across at one Z after another, G76 cuts a thread in passes. */
export function cornerPasses(path: PathState, block: Block, target: Target, how: Coordinates): void {
  const { onMove, x, z } = path;
  if (!onMove) return;
  const code = [740, 750, 760].find((one) => block.gCodes.subarray(0, block.gCount).includes(one));
  const to = { x: target.movesX ? target.x : x, z: target.movesZ ? target.z : z };
  const small = (letter: number) => (hasWord(block, letter) ? Math.abs(smallNumber(block, letter, how)) : 0);
  const plain = (letter: number) => (hasWord(block, letter) ? numberOf(block, letter, how) : 0);
  if (code === 760) {
    // In two lines P is the height and Q the first cut; in one line K and D are, and P and Q say how it feeds in.
    const isOneLine = hasWord(block, LETTER.K);
    threadPasses(path, to, {
      height: isOneLine ? Math.abs(plain(LETTER.K)) : small(LETTER.P),
      first: isOneLine ? small(LETTER.D) : small(LETTER.Q),
      taper: plain(hasWord(block, LETTER.R) ? LETTER.R : LETTER.I),
    });
    return;
  }
  const along = code === 740;
  // In one line I steps across and K along.
  const step = along
    ? 2 * (small(LETTER.P) || Math.abs(plain(LETTER.I)))
    : small(LETTER.Q) || Math.abs(plain(LETTER.K));
  const [from, end] = along ? [x, to.x] : [z, to.z];
  for (const place of placesBetween(from, end, step)) {
    const above = along ? { x: place, z } : { x, z: place };
    onMove(above, RAPID);
    onMove(along ? { x: place, z: to.z } : { x: to.x, z: place }, FEED);
    onMove(above, RAPID);
  }
  onMove({ x, z }, RAPID);
}

/**
 * Passes of a thread: the first as deep as said, the n-th at √n of that, so that every chip is as large (G76). Depths and the taper are
 * radii.
 */
function threadPasses(
  { onMove, x, z }: PathState,
  to: ToolPlace,
  { height, first, taper }: { readonly height: number; readonly first: number; readonly taper: number },
): void {
  const away = Math.sign(x - to.x) || 1;
  const crest = to.x + away * 2 * height;
  const deepen = first > 0 && height > first;
  for (let pass = 1; pass <= MOST_PASSES; pass++) {
    const depth = deepen ? Math.min(height, first * Math.sqrt(pass)) : height;
    const at = depth >= height ? to.x : crest - away * 2 * depth;
    onMove?.({ x: at + 2 * taper, z }, RAPID);
    onMove?.({ x: at, z: to.z }, THREAD);
    onMove?.({ x, z: to.z }, RAPID);
    onMove?.({ x, z }, RAPID);
    if (depth >= height) return;
  }
}

/**
 * RS-274's thread (G76 with P, Z, I, J and K): from the drive line to the crest, which lies I from it on the radius, and deeper to K beyond,
 * the first cut J; back to the drive line after each pass. P is the lead.
 */
export function driveLinePasses(path: PathState, block: Block, end: number, how: Coordinates): void {
  const { onMove, x, z } = path;
  if (!onMove) return;
  const word = (letter: number) => (hasWord(block, letter) ? numberOf(block, letter, how) : 0);
  const crest = word(LETTER.I);
  const [height, first] = [Math.abs(word(LETTER.K)), Math.abs(word(LETTER.J))];
  const inward = Math.sign(crest) || -1;
  for (let pass = 1; pass <= MOST_PASSES; pass++) {
    const depth = first > 0 ? Math.min(height, first * Math.sqrt(pass)) : height;
    const at = x + 2 * (crest + inward * depth);
    onMove({ x: at, z }, RAPID);
    onMove({ x: at, z: end }, { ...THREAD, lead: word(LETTER.P) });
    onMove({ x, z: end }, RAPID);
    onMove({ x, z }, RAPID);
    if (depth >= height) return;
  }
}

/** From one end to the other in steps, both ends among them; the ends alone where no step is said. */
function placesBetween(from: number, to: number, step: number): readonly number[] {
  const span = Math.abs(to - from);
  if (Number.isNaN(span) || span === 0) return [from];
  if (step <= 0 || span / step > MOST_PASSES) return [from, to];
  const places = Array.from({ length: Math.ceil(span / step) }, (_, n) => from + Math.sign(to - from) * step * n);
  return [...places, to];
}

/** P and Q of a cycle are depths: where they have no point they count thousandths, whatever else does. */
function smallNumber(block: Block, letter: number, how: Coordinates): number {
  const value = block.value[letter] ?? 0;
  const isWhole = (block.integers & (1 << letter)) !== 0;
  return isWhole && how.integerFactor === 1 ? value / 1000 : numberOf(block, letter, how);
}
