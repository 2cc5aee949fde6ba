import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { stationsScene } from "../drawing/geometry/stationsScene.ts";
import { StationsFigure } from "../drawing/StationsFigure.tsx";

/** The machine with its stations and the tools that stand in them, their outlines to one scale. */
export function StationsDrawing({ setup }: { readonly setup: SetupView }) {
  const first = setup.tools.filter(({ second }) => !second);
  const scene = stationsScene(setup.machine, first);
  return (
    <svg
      viewBox={`-6 -6 ${scene.width + 12} ${scene.height + 12}`}
      role="img"
      aria-label={`Stations of ${setup.machine.name}`}
    >
      <StationsFigure
        scene={scene}
        standsIn={(station) => {
          const view = first.find((one) => one.station === station);
          return view && { tool: view.tool, name: toolNumber(setup.machine, view.offset) };
        }}
      />
    </svg>
  );
}
