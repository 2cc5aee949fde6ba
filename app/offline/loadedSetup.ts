import { type Known, may } from "../../core/commands/index.ts";
import { type SetupState, viewSetup } from "../../core/ledger/index.ts";
import type { Person } from "../../server/people/person.server.ts";

/** What every stage of a setup stands on; made by the server, or by this device from what it took along. */
export function loadedSetup(
  setupId: string,
  state: SetupState,
  person: Person,
  around: Pick<Known, "spacers" | "gauges" | "shop" | "history"> & {
    readonly hasFeed: boolean;
    readonly isShared: boolean;
  },
) {
  const setup = viewSetup(state);
  const { id, name, role, decimalMark } = person;
  const { hasFeed, isShared, spacers, gauges, shop, history } = around;
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
    now: new Date().toISOString(),
  };
}
