import { useSetup } from "../shell/useSetup.ts";
import { TouchPage } from "../touch/TouchPage.tsx";

/** The Touch stage; its records go to the setup's entries. */
export default function Touch() {
  return <TouchPage {...useSetup()} />;
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
