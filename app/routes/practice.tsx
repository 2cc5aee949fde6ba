import { useState } from "react";
import { href, Link } from "react-router";
import { touchedRows } from "../../core/offsets/index.ts";
import { latheOfSetup } from "../../sim/workshop/latheOfSetup.ts";
import { PracticePage } from "../practice/PracticePage.tsx";
import { type LoadedSetup, useSetup } from "../shell/useSetup.ts";
import { AtTheMachine } from "../touch/PositionLost.tsx";
import { EmptyPage } from "../ui/EmptyState.tsx";

/** Lathes of the same setup stand alike: what is tried here is tried on the machine that the setup is about. */
const SEED = 4680;

/** The simulated lathe beside a setup: its machine, its part, its tools. */
export default function Practice() {
  const loaded = useSetup();
  if (loaded.setup.tools.length === 0)
    return (
      <EmptyPage>
        This setup has no tools yet, so there is no lathe to practise on.{" "}
        <Link to={href("/setups/:setupId/prepare", { setupId: loaded.setupId })}>Load the first one.</Link>
      </EmptyPage>
    );
  return <Lathe {...loaded} />;
}

function Lathe(loaded: LoadedSetup) {
  const { setup, setupId, isShared, mayEnter } = loaded;
  const [config] = useState(() => latheOfSetup(setup, SEED));
  return (
    <PracticePage
      machine={setup.machine.id}
      label={`${setup.part}, ${setup.operation}`}
      config={config}
      isShared={isShared && mayEnter}
      setup={setup}
      back={href("/setups/:setupId/touch", { setupId })}
      {...(touchedRows(setup).tools.length > 0 && { offsetsFile: href("/setups/:setupId/offsets.nc", { setupId }) })}
    >
      {mayEnter && <AtTheMachine {...loaded} />}
    </PracticePage>
  );
}

export { StageFailure as ErrorBoundary } from "../shell/StageFailure.tsx";
