import { useSetup } from "../frame/useSetup.ts";
import { TablePage } from "../table/TablePage.tsx";

/** The table shows what the setup holds; taking back goes through the Touch screen's action. */
export default function Table() {
  return <TablePage {...useSetup()} />;
}
