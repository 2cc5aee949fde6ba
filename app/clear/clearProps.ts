import type { ToolTravel } from "../../core/clearance/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";

/** What every view of Clear works on. */
export interface ClearProps extends LoadedSetup {
  readonly travels: readonly ToolTravel[];
  readonly views: readonly (readonly [path: string, name: string])[];
  readonly view: string;
  /** The program as it will run; undefined without one. */
  readonly program: string | undefined;
}
