/**
 * The pages of one setup. This list makes their routes, the chain at the top, what a device keeps for working without the
 * server, and the screens that the accessibility story opens; a new stage is its route module and its line here.
 */
interface Stage {
  /** Below `/setups/:setupId`. */
  readonly path: string;
  /** Its name in the chain; absent where a page is reached from another one. */
  readonly name?: string;
  /** The module of its route, below `app/`. */
  readonly module: string;
}

/** In the order in which people usually come to them. */
export const STAGES = [
  { path: "prepare", name: "Prepare", module: "routes/prepare.tsx" },
  { path: "mount", name: "Mount", module: "routes/mount.tsx" },
  { path: "touch", name: "Touch", module: "routes/touch.tsx" },
  { path: "table", name: "Table", module: "routes/table.tsx" },
  { path: "clear", name: "Clear", module: "routes/clear.tsx" },
  { path: "prove", name: "Prove", module: "routes/prove.tsx" },
  { path: "first-part", name: "First part", module: "routes/firstPart.tsx" },
  { path: "keep", name: "Record", module: "routes/keep.tsx" },
  { path: "sheet", module: "routes/sheet.tsx" },
  { path: "practice", module: "routes/practice.tsx" },
] as const satisfies readonly Stage[];

/** The stages that the chain shows. */
export const CHAIN = STAGES.filter((stage) => "name" in stage);
