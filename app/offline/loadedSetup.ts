import { type Known, may } from "../../core/commands/index.ts";
import { type SetupState, viewSetup } from "../../core/ledger/index.ts";
import type { Person } from "../../server/people/person.server.ts";

/** What came from devices after the setup was signed off. */
interface LateCounts {
  /** Waits for a lead. */
  readonly waiting: number;
  /** Was given back to the person who looks, and not put away yet. */
  readonly givenBack: number;
}

/** What every stage of a setup stands on; made by the server, or by this device from what it took along. */
export function loadedSetup(
  setupId: string,
  state: SetupState,
  person: Person,
  around: Pick<Known, "spacers" | "gauges" | "shop" | "history"> & {
    readonly hasFeed: boolean;
    readonly isShared: boolean;
    /** What came after the sign-off; undefined on a device without its server, which does not know. */
    readonly late?: LateCounts;
  },
) {
  const setup = viewSetup(state);
  const { id, name, role, decimalMark } = person;
  const { hasFeed, isShared, spacers, gauges, shop, history, late } = around;
  return {
    setupId,
    setup,
    person: { id, name, role, decimalMark },
    mayEnter: may(role, "setter") && !setup.signedOff,
    hasFeed,
    isShared,
    spacers,
    gauges,
    shop,
    history,
    late,
    now: new Date().toISOString(),
  };
}
