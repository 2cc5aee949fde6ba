import { MountPage } from "../mount/MountPage.tsx";
import { useSetup } from "../shell/useSetup.ts";

/** The Mount stage; its records go to the setup's entries. */
export default function Mount() {
  return <MountPage {...useSetup()} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
