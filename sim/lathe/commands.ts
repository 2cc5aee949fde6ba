import type { Axis, LatheAxis, SetterSide } from "../../core/machine/index.ts";
import type { SpacerKind } from "../../core/tool/index.ts";
import type { GaugeKind } from "../gauge/gauge.ts";

/** What is held between tool and part: paper gives, the others do not. Thickness in millimetres. */
export interface Spacer {
  readonly kind: SpacerKind;
  readonly thickness: number;
  readonly axis: Axis;
}

/** Everything that a person can do at the simulated lathe, and time. */
export type LatheCommand =
  /** Turns the handwheel: millimetres as the axis counts them (X on the diameter), plus away from the part's centre or face. */
  | { readonly do: "jog"; readonly axis: Axis; readonly by: number }
  | { readonly do: "advance"; readonly milliseconds: number }
  | { readonly do: "power-cycle" }
  | { readonly do: "home" }
  | { readonly do: "reset" }
  | { readonly do: "door"; readonly to: "open" | "shut" }
  | { readonly do: "spindle"; readonly run: "off" | "forward" | "reverse"; readonly rpm?: number }
  | { readonly do: "live"; readonly on: boolean }
  /** Indexes by hand key; `offset` is the row that the control then reckons with. */
  | { readonly do: "call"; readonly station: string; readonly offset: string | undefined }
  | { readonly do: "mdi"; readonly text: string }
  | { readonly do: "cycle-start" }
  | { readonly do: "feed-hold" }
  | { readonly do: "single-block"; readonly on: boolean }
  | { readonly do: "rapid-override"; readonly percent: number }
  /** Keys a number into a cell, in the control's own unit and sign, the way the control's measuring function takes it. */
  | {
      readonly do: "enter-offset";
      readonly offset: string;
      readonly axis: Axis;
      readonly register: "geometry" | "wear";
      readonly as: "overwrite" | "add" | "touched-dimension";
      readonly number: number;
    }
  | { readonly do: "enter-nose"; readonly offset: string; readonly noseRadius: number; readonly orientation: number }
  | { readonly do: "enter-work"; readonly name: string; readonly axis: Axis; readonly number: number }
  /** Puts in where a side of the setter trips, in the control's own unit and sign of its readout. */
  | { readonly do: "enter-setter"; readonly side: SetterSide; readonly number: number }
  | { readonly do: "activate-work"; readonly name: string }
  | { readonly do: "load-offsets"; readonly text: string }
  | { readonly do: "hold-spacer"; readonly spacer: Spacer }
  | { readonly do: "drop-spacer" }
  | { readonly do: "setter"; readonly to: "out" | "parked" }
  | { readonly do: "measure"; readonly gauge: GaugeKind; readonly z: number }
  | { readonly do: "sweep"; readonly sag: number }
  /** Loosens a tool, slides it until it meets the part, clamps it again. */
  | { readonly do: "slide"; readonly axis: LatheAxis }
  /** Opens the chuck and pulls the bar out to the parked tool. */
  | { readonly do: "pull-bar" }
  /** Takes a holder off and puts it back. */
  | { readonly do: "remount"; readonly station: string };
