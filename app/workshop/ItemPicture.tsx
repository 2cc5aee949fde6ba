import type { ReactNode } from "react";
import { extent, insertOutline } from "../../core/outline/index.ts";
import { readInsertDesignation } from "../../core/tool/index.ts";
import type { WorkshopContent, WorkshopContents, WorkshopKind } from "../../core/workshop/index.ts";
import { ToolIcon } from "../drawing/ToolIcon.tsx";
import { openPath } from "../drawing/view.ts";
import { color } from "../ui/tokens.ts";

/** Side of a picture in a list, CSS pixels. */
const SIDE = 48;
/** Sheet units to a millimetre, for all inserts: a large one looks large. */
const INSERT_SCALE = 2;

/** An item of the workshop as a small picture: a tool or an insert to its outline, gauges and spacers by their kind. Nothing for a tolerance. */
export function ItemPicture({ kind, content }: { readonly kind: WorkshopKind; readonly content: WorkshopContent }) {
  switch (kind) {
    case "assembly":
      return <ToolIcon tool={(content as WorkshopContents["assembly"]).tool} />;
    case "insert":
      return <InsertPicture designation={(content as WorkshopContents["insert"]).designation} />;
    case "gauge":
      return <Glyph>{GAUGES[(content as WorkshopContents["gauge"]).kind]}</Glyph>;
    case "spacer":
      return <Glyph>{SPACERS[(content as WorkshopContents["spacer"]).kind]}</Glyph>;
    case "tolerance":
      return null;
    default:
      return kind satisfies never;
  }
}

/** An insert to scale, its cutting corner at the lower left. */
function InsertPicture({ designation }: { readonly designation: string }) {
  const insert = readInsertDesignation(designation);
  if (!insert.ok) return <Glyph>{null}</Glyph>;
  const { outline, centre } = insertOutline(insert.value, 95);
  const box = extent(outline);
  const view = {
    scale: INSERT_SCALE,
    originZ: SIDE / 2 - ((box.zMin + box.zMax) / 2) * INSERT_SCALE,
    originX: SIDE / 2 + ((box.xMin + box.xMax) / 2) * INSERT_SCALE,
  };
  return (
    <svg width={SIDE} height={SIDE} viewBox={`0 0 ${SIDE} ${SIDE}`} aria-hidden="true">
      <path d={`${openPath(view, outline)}Z`} fill={color("toolFill")} stroke={color("tool")} strokeWidth="1.8" />
      <circle
        cx={view.originZ + centre.z * INSERT_SCALE}
        cy={view.originX - centre.x * INSERT_SCALE}
        r={insert.value.inscribedCircle * 0.17 * INSERT_SCALE}
        fill={color("sheet")}
        stroke={color("tool")}
      />
    </svg>
  );
}

const Glyph = ({ children }: { readonly children: ReactNode }) => (
  <svg
    width={SIDE}
    height={SIDE}
    viewBox="0 0 48 48"
    fill="none"
    stroke={color("measured")}
    strokeWidth="2"
    strokeLinejoin="round"
    strokeLinecap="round"
    aria-hidden="true"
  >
    {children}
  </svg>
);

const DIAL = (
  <>
    <circle cx="24" cy="18" r="12" fill={color("sheet")} />
    <path d="M24 18l6-6M24 8v2M34 18h-2M14 18h2M24 28v2M24 30v10" />
    <circle cx="24" cy="42" r="2.5" fill={color("measured")} />
  </>
);

/** Gauges by what they look like from the side. */
const GAUGES: Readonly<Record<WorkshopContents["gauge"]["kind"], ReactNode>> = {
  micrometer: (
    <path
      d="M24 16h6v5h12v-8H30v3M8 16h6v5H8zM14 18.5h3M8 21v6a14 12 0 0 0 26 0v-6M34 11v11M42 14v6"
      fill={color("stockFill")}
    />
  ),
  "bore gauge": (
    <>
      <circle cx="24" cy="11" r="8" fill={color("sheet")} />
      <path d="M24 11l4-4M22 19h4v17h-4zM16 40h16M24 36v4M13 40h3M32 40h3" />
    </>
  ),
  "telescoping gauge": <path d="M22 6h4v26h-4zM10 34h28v6H10zM6 35h4v4H6zM38 35h4v4h-4z" fill={color("stockFill")} />,
  caliper: (
    <path
      d="M4 14h40v5H16v3l-3 18-3-18v-3H4zM24 14v-8l2 8M26 19h8v3l-3 16-3-16zM10 14V8l2 6"
      fill={color("stockFill")}
    />
  ),
  indicator: DIAL,
  setter: <path d="M6 42h8V14h20v8h8v-2h-6v-8H12v30" fill={color("stockFill")} />,
  "plug-in setter": <path d="M16 20h16v14H16zM22 34h4v8h-4zM20 12h8v8h-8zM10 42h28" fill={color("stockFill")} />,
};

/** Spacers as they lie on a surface. */
const SPACERS: Readonly<Record<WorkshopContents["spacer"]["kind"], ReactNode>> = {
  paper: <path d="M6 30l12-8h24l-12 8z" fill={color("spacerFill")} stroke={color("spacer")} />,
  shim: (
    <path d="M6 30l12-8h24l-12 8zM6 30v2h24v-2M30 32l12-8v-2" fill={color("spacerFill")} stroke={color("spacer")} />
  ),
  block: <path d="M8 20l8-6h24v18l-8 6H8zM8 20h24v18M32 20l8-6" fill={color("spacerFill")} stroke={color("spacer")} />,
  pin: (
    <path
      d="M10 18h26a4 7 0 0 1 0 14H10a4 7 0 0 1 0-14zM10 18a4 7 0 0 1 0 14"
      fill={color("spacerFill")}
      stroke={color("spacer")}
    />
  ),
};
