/** What is explained in a few words beside an exercise, with the drawing doing the talking. */
export const TOPICS = ["diameters", "wear-and-geometry", "orientation", "master-tool", "work-offset"] as const;
export type Topic = (typeof TOPICS)[number];
