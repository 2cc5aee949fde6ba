import { useState } from "react";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { wayOf } from "../../core/tool/index.ts";
import { type ShopSpacer, spacerUsed } from "../../core/touch/index.ts";
import { typedLength, type Unit } from "../../core/units/index.ts";
import type { ShopGauge } from "../../core/workshop/index.ts";

interface GaugeTask {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly sizeUnit: Unit;
  readonly spacers: readonly ShopSpacer[];
  readonly gauges: readonly ShopGauge[];
  /** Thickness of the spacer as it is typed, millimetres; undefined where none is. */
  readonly thickness: number | undefined;
  /** Types the thickness of a spacer that was chosen by its name. */
  readonly onThickness: (text: string) => void;
}

/**
 * What a touch is measured with, by its name: a gauge of the shop for a size, a spacer for what lies between. A gauge is the one that
 * was used last this way, until another is chosen; a spacer is the one that is as thick as was typed. Empty where none is named.
 */
export function useGauge(task: GaugeTask) {
  const { setup, tool, axis, way, sizeUnit, spacers, gauges, thickness, onThickness } = task;
  const [named, setNamed] = useState<string>();
  const { size, spacers: kinds } = wayOf(way);
  if (kinds.length > 0) {
    const fit = spacers.filter(({ kind }) => kinds.includes(kind));
    const chosen =
      spacerUsed(
        fit.filter(({ name }) => name === named),
        way,
        thickness,
      ) ?? spacerUsed(fit, way, thickness);
    return {
      options: fit.map(({ name }) => ({ name, isOverdue: false })),
      value: chosen?.name ?? "",
      choose: (name: string) => {
        setNamed(name);
        const spacer = fit.find((one) => one.name === name);
        if (spacer) onThickness(typedLength(spacer.thickness, sizeUnit));
      },
    };
  }
  if (size !== "measured" || gauges.length === 0) return { options: [], value: "", choose: setNamed };
  // A bore gauge that was used last is none for the outside.
  const fits = gauges.filter(({ kind }) => kind === wayOf(way).gauge(axis, tool.tool));
  const last = setup.tools
    .flatMap(({ x, y, z }) => [x, y, z])
    .filter((touch) => touch?.way === way && fits.some(({ name }) => name === touch.gauge))
    .sort((one, other) => (other?.seq ?? 0) - (one?.seq ?? 0))[0]?.gauge;
  return { options: gauges, value: named ?? last ?? "", choose: setNamed };
}
