import type { MovedTool } from "../../core/plan/index.ts";
import type { ChangedLine } from "../../core/program/index.ts";
import type { ToolLibrary } from "../../server/workshop/workshopRepository.server.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";

/** What every part of Prepare is given. */
export interface PrepareProps extends LoadedSetup {
  /** Lines of the program that renumbering has changed. */
  readonly changed: readonly ChangedLine[];
  /** Rows that earlier setups on this machine left in its control. */
  readonly left: number;
  /** Which tools have moved since the machine ran with them, and which are trusted with a check. */
  readonly moved: readonly MovedTool[];
  /** The shop's own tools and tolerances. */
  readonly library: ToolLibrary;
}
