/**
 * Work offsets as data-setting blocks name them: `L2 P1` to `P6` for G54 to G59, `P7` to `P9` for G59.1 to G59.3, and
 * `L20 Pn` for G54.1 Pn on controls with more.
 */
interface WorkRegister {
  readonly l: 2 | 20;
  readonly p: number;
}

const FIRST = 54;
const BASIC = 6;
const EXTENDED = 3;
const LAST_MORE = 300;

/** The register of a work offset by its name; undefined where data setting has none for it. */
export function workRegister(name: string): WorkRegister | undefined {
  const basic = /^G5([4-9])(?:\.([1-3]))?$/.exec(name);
  if (basic?.[2] === undefined && basic) return { l: 2, p: Number(`5${basic[1]}`) - FIRST + 1 };
  if (basic?.[1] === "9") return { l: 2, p: BASIC + Number(basic[2]) };
  const more = /^G54\.1 P([1-9]\d{0,2})$/.exec(name);
  return more && Number(more[1]) <= LAST_MORE ? { l: 20, p: Number(more[1]) } : undefined;
}

/**
 * The inverse of {@link workRegister}. Undefined where `l` and `p` are no register of a work offset. Both are whole
 * numbers without unit.
 */
export function workName(l: number, p: number): string | undefined {
  if (l === 20) return p <= LAST_MORE ? `G54.1 P${p}` : undefined;
  if (p <= BASIC) return `G${FIRST - 1 + p}`;
  return p <= BASIC + EXTENDED ? `G59.${p - BASIC}` : undefined;
}
