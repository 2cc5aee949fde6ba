import { useEffect, useRef } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { type StepKind, touchingOrder } from "../../core/plan/index.ts";
import { addressOf } from "./stepOf.ts";

/** Keys of the main screen, with what they do; the same list makes the help. */
export const TOUCH_KEYS: readonly (readonly [key: string, does: string])[] = [
  ["Enter", "accept and go on to the next step"],
  ["H", "key the reading: to the machine position"],
  ["1 2 3", "way to touch"],
  ["X  Z  R", "axis, or nose radius and orientation"],
  ["[  ]", "tool before, tool after"],
  ["U", "unit in which sizes are typed"],
  ["?", "these keys"],
  ["Esc", "in a number: what stood there before; twice: leave the field"],
];

/** True while the keys belong to what is being typed. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.matches("input, textarea, select") || target.closest("[role=dialog]") !== null)
  );
}

/** Goes from tool to tool and axis to axis by keyboard. */
export function useTouchKeys(
  setup: SetupView,
  step: { readonly offset: string; readonly kind: StepKind } | undefined,
): void {
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  /** Where the last key led, which the page may not have reached yet when the next one is pressed. */
  const heading = useRef(step);
  heading.current = step;
  useEffect(() => {
    if (!step) return;
    const tools = [...new Set(touchingOrder(setup).map(({ offset }) => offset))];
    const go = (offset: string | undefined, kind: StepKind) => {
      if (offset === undefined) return;
      heading.current = { offset, kind };
      navigate(addressOf(search, offset, kind), { replace: true, preventScrollReset: true });
    };
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.altKey || event.metaKey) return;
      const { offset } = heading.current ?? step;
      const at = tools.indexOf(offset);
      switch (event.key.toLowerCase()) {
        case "x":
          return go(offset, "x");
        case "z":
          return go(offset, "z");
        case "r":
          return go(offset, "nose");
        case "[":
          return go(tools[at - 1], "x");
        case "]":
          return go(tools[at + 1], "x");
        case "u":
          return setSearch(
            (now) => {
              const next = new URLSearchParams(now);
              const other = setup.machine.units === "mm" ? "in" : "mm";
              if (next.has("sizes")) next.delete("sizes");
              else next.set("sizes", other);
              return next;
            },
            { replace: true, preventScrollReset: true },
          );
      }
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [setup, step, search, navigate, setSearch]);
}
