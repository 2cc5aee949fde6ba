/** What a tip off centre height does to diameters and to the face. Lengths in one unit, diameters as diameters. */
interface CentreHeight {
  /** Without a measured cut: how much larger than shown a diameter comes out. */
  readonly uncalibrated: number;
  /** After a skim measured at `skimmed`: the error that is left at `diameter`, positive where it comes out larger. */
  readonly left: number;
  /** Diameter of the nib that stays on the face. */
  readonly nib: number;
  /** With a Y axis: what to move, half of the nib with its sign. */
  readonly correctionY: number;
}

/**
 * Effect of a centre-height error h (tip above centre positive): a tool thought to cut D truly cuts √(D² + 4h²); a skim
 * measured at D0 takes that out there and leaves about 2h²·(1/D − 1/D0) elsewhere, most on small diameters; on the face
 * a nib of diameter 2h stays (docs/MATHEMATICS.md, Mounting).
 *
 * Exact, not the approximation: √(D² + 4h²) with the offset that makes D0 right. Diameters above 0.
 *
 * @example h = 0.2, skimmed at 40: a diameter of 4 comes out 0.018 larger
 */
export function centreHeightOf(h: number, diameter: number, skimmed: number): CentreHeight {
  const truly = (shown: number) => Math.sqrt(shown * shown + 4 * h * h);
  // The X offset is set so that `skimmed` measures right: the control shows `skimmed` where the tip stands lower.
  const atSkim = Math.sqrt(Math.max(0, skimmed * skimmed - 4 * h * h));
  const shift = skimmed - atSkim;
  return {
    uncalibrated: truly(diameter) - diameter,
    left: truly(Math.max(0, diameter - shift)) - diameter,
    nib: 2 * Math.abs(h),
    correctionY: h === 0 ? 0 : -h,
  };
}
