import { useSyncExternalStore } from "react";
import { ageOf } from "../setups/age.ts";
import { clockOf, dayOf } from "../setups/clock.ts";

const never = () => () => undefined;

/** Whether the page runs on the person's own device: only there is its time zone known. */
const useIsHere = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/** How long ago something was, and the time on the clock of the person who looks; the age alone until the page runs there. */
export function Moment({ at, now }: { readonly at: string; readonly now: string }) {
  const isHere = useIsHere();
  return (
    <time dateTime={at}>
      {ageOf(at, now)}
      {isHere && `, ${clockOf(at, now)}`}
    </time>
  );
}

/** Day and time on the clock of the person who looks; in UTC, and saying so, until the page runs there. */
export function ClockTime({ at }: { readonly at: string }) {
  const isHere = useIsHere();
  return <time dateTime={at}>{isHere ? clockOf(at, undefined) : `${clockOf(at, undefined, "UTC")} UTC`}</time>;
}

/** A day on the calendar of the person who looks. */
export function Day({ at }: { readonly at: string }) {
  const isHere = useIsHere();
  return <time dateTime={at}>{dayOf(at, isHere ? undefined : "UTC")}</time>;
}
