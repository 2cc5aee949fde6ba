import { type RefObject, useEffectEvent, useLayoutEffect, useRef } from "react";

/**
 * For a field that a page shows before its script is there, as on a slow tablet: what was typed or chosen in it by then is
 * taken over, where the next drawing would take it back.
 */
export function useEarly<Field extends HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement>(
  value: string,
  onChange: (text: string) => void,
): RefObject<Field | null> {
  const field = useRef<Field>(null);
  const takeOver = useEffectEvent(() => {
    const early = field.current?.value;
    if (early !== undefined && early !== value) onChange(early);
  });
  useLayoutEffect(() => takeOver(), []);
  return field;
}
