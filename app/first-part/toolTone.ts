import type { SetupView } from "../../core/ledger/index.ts";
import type { Token } from "../ui/tokens.ts";

/** Colours by which surfaces are told apart; beside each stands the number of its tool. */
const TONES: readonly Token[] = ["measured", "tool", "spacer", "clear", "stock"];

/** The colour of the surfaces that an offset makes; both edges of a blade have one. Undefined for an offset without a tool. */
export function toolTone({ tools }: Pick<SetupView, "tools">, offset: string): Token | undefined {
  const own = tools.find((one) => one.offset === offset);
  const first = own?.second?.of ?? offset;
  const order = tools.filter(({ second }) => !second).findIndex((one) => one.offset === first);
  return own && order >= 0 ? TONES[order % TONES.length] : undefined;
}
