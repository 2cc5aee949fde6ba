import { memo } from "react";
import type { OutsideTool } from "../../core/ledger/index.ts";
import { readInsertDesignation } from "../../core/tool/index.ts";
import { color } from "../ui/tokens.ts";
import { insertOutline } from "./geometry/insertOutline.ts";
import { pathOf, type View } from "./view.ts";

/** One scale for every outline in the plan, so that a large insert looks large. */
const VIEW: View = { scale: 1.35, originZ: 5, originX: 38 };

/** The insert's outline as it stands in the holder, to the common scale of the plan. */
export const ToolIcon = memo(function ToolIcon({ tool }: { readonly tool: OutsideTool }) {
  const insert = readInsertDesignation(tool.insert);
  if (!insert.ok) return <svg width="44" height="48" aria-hidden="true" />;
  return (
    <svg width="44" height="48" viewBox="0 0 44 48" aria-hidden="true">
      <path
        d={pathOf(VIEW, insertOutline(insert.value, tool.leadAngle).outline)}
        fill={color("toolFill")}
        stroke={color("tool")}
        strokeWidth="2"
      />
    </svg>
  );
});
