import { useEffect, useLayoutEffect, useRef } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { type StepKind, touchingOrder } from "../../core/plan/index.ts";
import { type StepPlace, stepAddress, stepOf } from "./stepOf.ts";

/** Keys of the main screen, with what they do; the same list makes the help. */
export const TOUCH_KEYS: readonly (readonly [key: string, does: string])[] = [
  ["Enter", "accept and go on to the next step"],
  ["H", "hold this reading; without a position feed, key it"],
  ["Alt 1 … 8", "way to touch"],
  ["digits", "into the first number that is still open"],
  ["X  Y  Z  R", "axis, or nose radius and orientation"],
  ["[  ]", "tool before, tool after"],
  ["U", "unit in which sizes are typed"],
  ["?", "these keys"],
  ["Esc", "in a number: what stood there before; twice: leave the field"],
];

/**
 * True while the keys belong to what is being typed; a way that was just tapped takes no letters, and neither does a number of which
 * nothing is typed yet.
 */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.closest("[role=dialog]")) return true;
  if (target instanceof HTMLInputElement && target.inputMode === "decimal" && target.value === "") return false;
  return target.matches("input:not([type=radio]), textarea, select");
}

const SHORTCUTS = ["x", "y", "z", "r", "[", "]", "u"];

/** Goes from tool to tool and axis to axis by keyboard. */
export function useTouchKeys(setup: SetupView, step: StepPlace | undefined): void {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  /** The address that the last key asked for: the page may not have reached it yet when the next key is pressed. */
  const asked = useRef(search);
  useEffect(() => {
    asked.current = search;
  }, [search]);
  useLayoutEffect(() => {
    if (!step) return;
    const tools = [...new Set(touchingOrder(setup).map(({ offset }) => offset))].filter((offset) => offset !== "");
    const goTo = (address: URLSearchParams) => {
      asked.current = address;
      navigate(`?${address}`, { replace: true, preventScrollReset: true });
    };
    const go = (offset: string | undefined, kind: StepKind) => {
      if (offset !== undefined) goTo(stepAddress(asked.current, { offset, kind }));
    };
    const toggleSizes = () => {
      const next = new URLSearchParams(asked.current);
      if (next.has("sizes")) next.delete("sizes");
      else next.set("sizes", setup.machine.units === "mm" ? "in" : "mm");
      goTo(next);
    };
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.altKey || event.metaKey) return;
      const offset = stepOf(setup, asked.current)?.offset ?? step.offset;
      const at = tools.indexOf(offset);
      const key = event.key.toLowerCase();
      // It is no letter of the number whose empty field has the focus.
      if (SHORTCUTS.includes(key)) event.preventDefault();
      switch (key) {
        case "x":
          return go(offset, "x");
        case "y":
          return go(offset, "y");
        case "z":
          return go(offset, "z");
        case "r":
          return go(offset, "nose");
        case "[":
          return go(tools[at - 1], "x");
        case "]":
          return go(tools[at + 1], "x");
        case "u":
          return toggleSizes();
      }
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [setup, step, navigate]);
}
