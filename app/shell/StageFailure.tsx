import { useRouteError } from "react-router";
import { FailurePage } from "./FailurePage.tsx";

/** A stage that has failed, below its chain: every other stage opens from there. */
export const StageFailure = () => <FailurePage error={useRouteError()} />;
