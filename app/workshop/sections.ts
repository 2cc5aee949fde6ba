/** Parts of the workshop: what each holds, and the kind of its items where they are items. */
export const SECTIONS = [
  {
    path: "machines",
    name: "Machines",
    kind: undefined,
    about: "How each one moves, stores, measures; zones and stations.",
  },
  {
    path: "tools",
    name: "Tools",
    kind: "assembly",
    about: "Tools as they are put together: cutting tool, holder, overhang.",
  },
  { path: "inserts", name: "Inserts", kind: "insert", about: "By their designation, which says radius and shape." },
  { path: "gauges", name: "Gauges", kind: "gauge", about: "With their own uncertainty and when they fall due." },
  {
    path: "spacers",
    name: "Spacers",
    kind: "spacer",
    about: "Paper, shims, blocks and pins: measured once, used everywhere.",
  },
  {
    path: "tolerances",
    name: "Shop tolerances",
    kind: "tolerance",
    about: "What holds where a drawing gives no limits.",
  },
  { path: "people", name: "People", kind: undefined, about: "Who signs in, and in which role." },
  { path: "sign-ins", name: "Sign-ins", kind: undefined, about: "Who came in, when and where; what roles were given." },
] as const;
export type SectionPath = (typeof SECTIONS)[number]["path"];
