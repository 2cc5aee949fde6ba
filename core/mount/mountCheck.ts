/** What is checked when a tool is mounted; each is measured, worked out and kept per tool. */
export const MOUNT_CHECKS = ["overhang", "centre-height", "squareness", "sweep", "radial-holder", "pin"] as const;
export type MountCheck = (typeof MOUNT_CHECKS)[number];
