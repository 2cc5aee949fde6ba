import { mainZone, toControl, toolNumber } from "../../core/machine/index.ts";
import { formatLength } from "../../core/units/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";

/** The master's insert has changed and the work offset is taught with it: the other tools follow in one action. */
export function RebaseOffer({ setup, setupId }: LoadedSetup) {
  const { machine, master, masterShift } = setup;
  const form = useSetupForm(setupId, setup.seq);
  if (masterShift === undefined || master === undefined) return null;
  const by = formatLength(
    toControl(machine, "z", -masterShift, "tool-offset", mainZone(machine)),
    machine.resolution.z,
    {
      sign: "always",
    },
  );
  return (
    <Question>
      <p>
        {toolNumber(machine, master)} stands otherwise with its new insert. Every other tool's Z changes by {by}.
      </p>
      <PlainButton onPress={() => form.send("change-master", { to: master })} isDisabled={form.busy}>
        Re-base the others
      </PlainButton>
      <Trouble>{form.trouble}</Trouble>
    </Question>
  );
}
