import { useState } from "react";
import { touchedRows } from "../../core/offsets/index.ts";
import { latheOfSetup } from "../../sim/workshop/latheOfSetup.ts";
import { useSetup } from "../frame/useSetup.ts";
import { PracticePage } from "../practice/PracticePage.tsx";

/** Lathes of the same setup stand alike: what is tried here is tried on the machine that the setup is about. */
const SEED = 4680;

/** The simulated lathe beside a setup: its machine, its part, its tools. */
export default function Practice() {
  const { setup, setupId, isShared, mayEnter } = useSetup();
  const [config] = useState(() => latheOfSetup(setup, SEED));
  return (
    <PracticePage
      machine={setup.machine.id}
      label={`${setup.part}, ${setup.operation}`}
      config={config}
      isShared={isShared && mayEnter}
      setup={setup}
      back={`/setups/${setupId}/touch`}
      {...(touchedRows(setup).tools.length > 0 && { offsetsFile: `/setups/${setupId}/offsets.nc` })}
    />
  );
}
