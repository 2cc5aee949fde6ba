import type { TouchWay } from "../tool/index.ts";
import { type ShopSpacer, spacerUsed } from "../touch/index.ts";
import type { ShopGauge } from "../workshop/index.ts";
import { type CommandResult, refuse } from "./outcome.ts";

/** The gauge of a form by its name. `isMeant`: that it is used although its calibration has run out. */
interface GaugeInForm {
  readonly gauge?: string;
  readonly overdue?: "yes";
}

/** What an entry keeps of the gauge that it was measured with; empty where none was named. */
interface KeptGauge {
  readonly gauge?: string;
  readonly overdue?: true;
}

/**
 * The gauge that a number was measured with. Refused under `gauge` where its calibration has run out and it was not said that it is to
 * count all the same. A name that the shop does not have is left out.
 */
export function usedGauge(
  { gauge: name = "", overdue }: GaugeInForm,
  gauges: readonly ShopGauge[],
): KeptGauge | Extract<CommandResult, { outcome: "refused" }> {
  const gauge = gauges.find((one) => one.name === name);
  if (!gauge) return {};
  if (!gauge.isOverdue) return { gauge: gauge.name };
  if (overdue === "yes") return { gauge: gauge.name, overdue: true };
  const message = `${gauge.name} is overdue for calibration. Measure with another one, or use it knowing that.`;
  return refuse(message, { gauge: message }) as Extract<CommandResult, { outcome: "refused" }>;
}

/**
 * The shop's spacer that lay between, `thickness` in millimetres: the one that was named if it is as thick, else one that is. Its
 * name; undefined where the shop has none such.
 */
export function usedSpacer(
  name: string | undefined,
  spacers: readonly ShopSpacer[],
  way: TouchWay,
  thickness: number | undefined,
): string | undefined {
  const named = spacers.filter((one) => one.name === name);
  return (spacerUsed(named, way, thickness) ?? spacerUsed(spacers, way, thickness))?.name;
}
