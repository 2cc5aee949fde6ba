import type { DrawnPiece, PartPoint, PartProfile } from "../part/index.ts";
import { convertLength, type Unit } from "../units/index.ts";

/** A file to be taken away. */
interface ProfileFile {
  readonly name: string;
  readonly text: string;
}

/** Writes a number as files have it: a point, no noughts behind. */
const figure = (value: number) => String(Number(value.toFixed(6)) + 0);
const named = (part: string, ending: string) =>
  `${
    part
      .replace(/[^\p{L}\p{N} _-]/gu, "")
      .trim()
      .replaceAll(" ", "-") || "part"
  }.${ending}`;

/**
 * The turned half section of a part as a DXF drawing (the text form of its twelfth release): X of the drawing is Z of the part, Y the distance from
 * the centreline, straight pieces as LINE and round ones as ARC on the layer `PART`, the centreline on `CENTRE`. In the unit that
 * is asked for, which the file names.
 */
export function profileDxf({ pieces, zMin, zMax }: PartProfile, part: string, unit: Unit): ProfileFile {
  const length = (millimetres: number) => figure(convertLength(millimetres, "mm", unit));
  const place = ({ z, r }: PartPoint, x: number) => [`${10 + x}`, length(z), `${20 + x}`, length(r), `${30 + x}`, "0"];
  const line = (from: PartPoint, to: PartPoint, layer: string) => [
    "0",
    "LINE",
    "8",
    layer,
    ...place(from, 0),
    ...place(to, 1),
  ];
  const body = pieces.flatMap(({ from, to, arc }) => {
    if (!arc) return line(from, to, "PART");
    // Arcs of a drawing run counter-clockwise.
    const [begin, end] = arc.turn === 1 ? [from, to] : [to, from];
    const angle = ({ z, r }: PartPoint) => figure((Math.atan2(r - arc.r, z - arc.z) * 180) / Math.PI);
    return ["0", "ARC", "8", "PART", ...place(arc, 0), "40", length(arc.radius), "50", angle(begin), "51", angle(end)];
  });
  const header = [
    "0",
    "SECTION",
    "2",
    "HEADER",
    "9",
    "$ACADVER",
    "1",
    "AC1009",
    "9",
    "$INSUNITS",
    "70",
    unit === "mm" ? "4" : "1",
    "0",
    "ENDSEC",
  ];
  const centre = line({ z: zMin, r: 0 }, { z: zMax, r: 0 }, "CENTRE");
  const all = [...header, "0", "SECTION", "2", "ENTITIES", ...body, ...centre, "0", "ENDSEC", "0", "EOF"];
  return { name: named(part, "dxf"), text: `${all.join("\r\n")}\r\n` };
}

/** Lines of a picture in a list, as a share of its larger side. */
const LINE = 0.018;

/**
 * A part in a few lines for a list: both walls and the centreline as an SVG picture without words. What `profile` leaves undefined is drawn as its
 * stock. Millimetres.
 */
export function profilePicture(
  profile: Pick<PartProfile, "pieces" | "zMin" | "zMax" | "rMax"> | undefined,
  stock: { readonly diameter: number; readonly hole: number; readonly length: number },
): string {
  const drawn: {
    readonly pieces: readonly DrawnPiece[];
    readonly zMin: number;
    readonly zMax: number;
    readonly rMax: number;
  } = profile ?? stockProfile(stock);
  const side = Math.max(drawn.zMax - drawn.zMin, 2 * drawn.rMax);
  const margin = side * 0.04;
  const [width, height] = [drawn.zMax - drawn.zMin + 2 * margin, 2 * drawn.rMax + 2 * margin];
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${figure(drawn.zMin - margin)} ${figure(-drawn.rMax - margin)} ${figure(width)} ${figure(height)}" fill="none" stroke="#6c7a92">`,
    `<path stroke-width="${figure(side * LINE)}" stroke-linecap="round" d="${wallsOutline(drawn.pieces)}"/>`,
    `<path stroke-width="${figure(side * LINE * 0.5)}" stroke-dasharray="${[16, 4, 3, 4].map((part) => figure((part * side) / 220)).join(" ")}" d="M${figure(drawn.zMin - margin)} 0H${figure(drawn.zMax + margin)}"/>`,
    "</svg>",
  ].join("");
}

/** A bar, or a tube where it has a hole. */
function stockProfile({ diameter, hole, length }: Parameters<typeof profilePicture>[1]) {
  const [r, inner] = [diameter / 2, hole / 2];
  const corners = [
    { z: -length, r: inner },
    { z: -length, r },
    { z: 0, r },
    { z: 0, r: inner },
    { z: -length, r: inner },
  ];
  const pieces = corners.slice(1).flatMap((to, index) => {
    const from = corners[index];
    return from && (hole > 0 || from.r > 0 || to.r > 0) ? [{ from, to }] : [];
  });
  return { pieces, zMin: -length, zMax: 0, rMax: r };
}

/** The full section of a part as an SVG drawing, to scale 1 : 1 in millimetres: both walls, hatched, and the centreline. */
export function profileSvg({ pieces, zMin, zMax, rMax, isOpen }: PartProfile, part: string): ProfileFile {
  const margin = 5;
  const outline = wallsOutline(pieces);
  const [width, height] = [zMax - zMin + 2 * margin, 2 * rMax + 2 * margin];
  const title = part.replace(/[<>&]/g, "");
  const text = [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${figure(width)}mm" height="${figure(height)}mm" viewBox="${figure(zMin - margin)} ${figure(-rMax - margin)} ${figure(width)} ${figure(height)}" fill="none" stroke="#000">`,
    `<title>${title}${isOpen ? ", held on the left" : ""}</title>`,
    `<path stroke-width="0.5" stroke-linecap="round" d="${outline}"/>`,
    `<path stroke-width="0.25" stroke-dasharray="6 1.5 1 1.5" d="M${figure(zMin - 3)} 0H${figure(zMax + 3)}"/>`,
    "</svg>",
  ].join("\n");
  return { name: named(part, "svg"), text: `${text}\n` };
}

/** Both walls as the data of one path. */
function wallsOutline(pieces: readonly DrawnPiece[]): string {
  const at = ({ z, r }: PartPoint, wall: 1 | -1) => `${figure(z)} ${figure(-wall * r)}`;
  const drawn = ({ to, arc }: DrawnPiece, wall: 1 | -1) =>
    arc
      ? `A${figure(arc.radius)} ${figure(arc.radius)} 0 0 ${arc.turn === wall ? 0 : 1} ${at(to, wall)}`
      : `L${at(to, wall)}`;
  return ([1, -1] as const)
    .flatMap((wall) => pieces.map((piece) => `M${at(piece.from, wall)}${drawn(piece, wall)}`))
    .join("");
}
