import type { Axis } from "../../core/machine/index.ts";
import type { WorkshopContents } from "../../core/workshop/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";

/** A wear that measuring asked for in an earlier setup, and when. */
interface PastWear {
  readonly value: number;
  readonly at: string;
}

/** What every part of First part is given. */
export interface FirstPartProps extends LoadedSetup {
  /** The program as it will run; undefined where none was taken in. */
  readonly program: string | undefined;
  /** What holds in the shop where a drawing gives no limits. */
  readonly tolerances: readonly WorkshopContents["tolerance"][];
  /** Wear that the tools were given in earlier setups, newest first, millimetres, by offset and axis. */
  readonly pastWear: Readonly<Record<string, Readonly<Partial<Record<Axis, readonly PastWear[]>>>>>;
}
