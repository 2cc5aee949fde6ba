import { KNOWN_VERSION } from "../../core/commands/index.ts";
import type { SetupPack } from "../../server/setup/setupPack.server.ts";

/** True where this version of Luvrit took a setup along. */
export const isOfThisVersion = ({ knownVersion }: Pick<SetupPack, "knownVersion">): boolean =>
  knownVersion === KNOWN_VERSION;

/** Where another version of Luvrit took it along, what it knew of earlier setups is not known here until it is taken along anew. */
export const asReadNow = (pack: SetupPack): SetupPack =>
  isOfThisVersion(pack) ? pack : { ...pack, known: { ...pack.known, history: {} } };
