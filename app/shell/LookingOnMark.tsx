import { Eye, Lock } from "lucide-react";
import { href } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { StripMark } from "./StripMark.ts";

/** Why nothing can be entered in a setup by somebody who may look at it only. */
export const lookingOn = ({ signedOff }: Pick<SetupView, "signedOff">): string =>
  signedOff
    ? "This setup is signed off. A lead must reopen it before anything is added."
    : "You are looking on: a viewer changes nothing.";

/** In the strip of every stage: that nothing can be entered here, and why; leads to the record. Nothing where entries are taken. */
export function LookingOnMark({
  setup,
  setupId,
  mayEnter,
}: {
  readonly setup: Pick<SetupView, "signedOff">;
  readonly setupId: string;
  readonly mayEnter: boolean;
}) {
  if (mayEnter) return null;
  const { signedOff } = setup;
  const Icon = signedOff ? Lock : Eye;
  const name = signedOff ? "Signed off" : "Read-only";
  return (
    <StripMark
      to={href("/setups/:setupId/keep", { setupId })}
      title={lookingOn(setup)}
      aria-label={`${name}. ${lookingOn(setup)}`}
    >
      <Icon size={20} aria-hidden="true" />
      <span>
        <b>{name}</b>
      </span>
    </StripMark>
  );
}
