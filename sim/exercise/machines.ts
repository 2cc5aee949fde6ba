import type { MachineProfile } from "../../core/machine/index.ts";
import demoMachines from "../../db/demo/machines.json" with { type: "json" };

const [turret, bench, plugIn, swiss] = ["north", "bench", "old", "swiss"].map((id) => {
  const found = demoMachines.find((machine) => machine.id === id);
  if (!found) throw new Error(`the workshop of the demo has the machine ${id}`);
  return found as unknown as MachineProfile;
}) as [MachineProfile, MachineProfile, MachineProfile, MachineProfile];

/** The machines that exercises are set on, by name: those of our own workshop, and two that it might have. */
export const TRAINING_MACHINES: Readonly<Record<string, MachineProfile>> = {
  turret,
  bench,
  "plug-in": plugIn,
  swiss,
  /** The turret lathe with a setter on a swung-in arm. */
  arm: {
    ...turret,
    id: "arm",
    name: "Turret lathe with a setter arm",
    school: "setter",
    setter: { kind: "arm", calibratedIn: "mm", outside: -60, bore: -52, face: 90 },
  },
  "swiss-counting": {
    ...swiss,
    id: "swiss-counting",
    name: "Sliding-headstock lathe that counts",
    encoders: "incremental",
  },
  "bench-counting": { ...bench, id: "bench-counting", name: "Bench lathe that counts", encoders: "incremental" },
  /** A counting control on the same castings: it knows where it is only after it was home. */
  counting: { ...turret, id: "counting", name: "Turret lathe that counts", encoders: "incremental" },
};
