/** Something that happened, in words for the person at the lathe. A crash is one of them: nothing is thrown. */
export interface LatheEvent {
  readonly kind:
    | "crash"
    | "alarm"
    | "warning"
    | "contact"
    | "scratch"
    | "paper-crushed"
    | "stalled"
    | "homed"
    | "indexed"
    | "parted-off"
    | "setter"
    | "gauge"
    | "sweep"
    | "slid"
    | "pulled"
    | "remounted"
    | "entered"
    | "loaded"
    | "stopped";
  readonly message: string;
  /** Number that came of it, in millimetres, where there is one: a gauge's reading, a setter's trigger position. */
  readonly value?: number;
  /** Readings of an indicator at 0, 90, 180 and 270 degrees. */
  readonly readings?: readonly number[];
}
