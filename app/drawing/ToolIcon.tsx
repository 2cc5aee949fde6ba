import { memo } from "react";
import { toolOutline } from "../../core/outline/index.ts";
import { familyOf, type Tool } from "../../core/tool/index.ts";
import { ToolFigure } from "./ToolFigure.tsx";
import { openPath, type View } from "./view.ts";

/** One scale for every outline in the plan, so that a large insert looks large. */
const SCALE = 1.35;
const VIEWS: Readonly<Record<string, View>> = {
  bore: { scale: SCALE, originZ: 5, originX: 10 },
  "on-centre": { scale: SCALE, originZ: 4, originX: 24 },
  axial: { scale: SCALE, originZ: 4, originX: 24 },
  cross: { scale: SCALE, originZ: 22, originX: 44 },
  "face-groove": { scale: SCALE, originZ: 5, originX: 30 },
};
const OUTSIDE: View = { scale: SCALE, originZ: 5, originX: 38 };

/** The tool's outline as it stands, to the common scale of the plan. */
export const ToolIcon = memo(function ToolIcon({ tool }: { readonly tool: Tool }) {
  const outline = toolOutline(tool);
  if (!outline) return <svg width="44" height="48" aria-hidden="true" />;
  const isLeft = "hand" in tool && tool.hand === "left" && "faces" in tool;
  const view = VIEWS[familyOf(tool)] ?? (isLeft ? { ...OUTSIDE, originZ: 38 } : OUTSIDE);
  return (
    <svg width="44" height="48" viewBox="0 0 44 48" aria-hidden="true">
      <ToolFigure tool={outline} path={(points) => openPath(view, points)} />
    </svg>
  );
});
