import { createContext, type ReactNode } from "react";
import type { SetupView } from "../../core/ledger/index.ts";
import type { PartOfSetup } from "../../core/part/index.ts";
import { useFinishedPart } from "../first-part/useFinishedPart.ts";
import { useProgramText } from "../first-part/useProgramText.ts";

/** The part that the setup's program makes; undefined without a program, and until it is worked out. */
export const MadePartContext = createContext<PartOfSetup | undefined>(undefined);

/** Works the part out beside the touch, for what each offset makes of it. */
export function MadePart({
  setup,
  setupId,
  children,
}: {
  readonly setup: SetupView;
  readonly setupId: string;
  readonly children: ReactNode;
}) {
  const run = useFinishedPart(setup, useProgramText(setup, setupId));
  return <MadePartContext value={run.state === "done" ? run.part : undefined}>{children}</MadePartContext>;
}
