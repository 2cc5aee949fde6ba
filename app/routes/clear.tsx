import { ClearPage } from "../clear/ClearPage.tsx";
import { useSetup } from "../frame/useSetup.ts";

/** The Clear stage; its records go through the setup's one action. */
export default function Clear() {
  return <ClearPage {...useSetup()} />;
}
