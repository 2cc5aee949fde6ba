import { ClearPage } from "../clear/ClearPage.tsx";
import { useSetup } from "../shell/useSetup.ts";

/** The Clear stage; its records go through the setup's one action. */
export default function Clear() {
  return <ClearPage {...useSetup()} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
