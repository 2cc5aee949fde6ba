import qrcode from "qrcode";

/** A square code as the dark cells of its grid. */
export interface SquareCode {
  readonly cells: number;
  readonly path: string;
  readonly address: string;
}

/** The code that opens an address. */
export function squareCode(address: string): SquareCode {
  const { modules } = qrcode.create(address, { errorCorrectionLevel: "M" });
  let path = "";
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) path += `M${column} ${row}h1v1h-1z`;
  return { cells: modules.size, path, address };
}
