import qrcode from "qrcode";
import { mustBe } from "../../server/people/access.server.ts";
import { useSetup } from "../frame/useSetup.ts";
import { SheetPage, type SquareCode } from "../keep/SheetPage.tsx";
import type { Route } from "./+types/sheet";

/** The code on the sheet opens this setup where the sheet was printed from. */
export async function loader({ request, params }: Route.LoaderArgs) {
  await mustBe(request, "viewer");
  const { origin } = new URL(request.url);
  return { code: squareCode(`${origin}/setups/${params.setupId}`) };
}

function squareCode(address: string): SquareCode {
  const { modules } = qrcode.create(address, { errorCorrectionLevel: "M" });
  let path = "";
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) path += `M${column} ${row}h1v1h-1z`;
  return { cells: modules.size, path, address };
}

export default function Sheet({ loaderData }: Route.ComponentProps) {
  return <SheetPage {...useSetup()} {...loaderData} />;
}
