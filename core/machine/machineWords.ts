import type { MachineProfile } from "./machineProfile.ts";
import type { Zone } from "./zone.ts";

type Held = Partial<Pick<MachineProfile, "workholding">>;

/** What holds the part that a zone works, as the people at the machine say it. */
export function partHolder({ workholding }: Held, { works }: Pick<Zone, "works">): string {
  if (works === "sub") return "sub-spindle";
  return workholding === "guide-bush" ? "guide bush" : "chuck";
}

/** What the tools of a zone stand in. */
export function toolHolder({ kind }: Pick<Zone, "kind">): string {
  switch (kind) {
    case "turret":
      return "turret";
    case "post":
      return "post";
    case "gang":
      return "gang plate";
    case "cross":
      return "cross slots";
    case "sub-side":
      return "sub-side block";
    case "back":
      return "back block";
    case "arm":
      return "arm";
  }
}

/** An edge of a blade by the side on which it lies: next to what holds the part, or away from it. */
export function nearSide(machine: Held, zone: Pick<Zone, "works">): string {
  const holder = partHolder(machine, zone);
  return holder === "guide bush" ? "bush side" : holder === "sub-spindle" ? "spindle side" : "chuck side";
}
