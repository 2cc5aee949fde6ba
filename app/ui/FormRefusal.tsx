import { type ReactNode, useEffect, useRef, useState } from "react";
import { counted } from "../../core/counted.ts";
import { RefusalLine } from "./RefusalLine.tsx";

/**
 * Why a form was not taken, where it was typed, and how many of its fields need correcting: after a form was sent, the first of them comes
 * into sight with the focus. Keeps its place while it is empty, so that nothing moves.
 */
export function FormRefusal({ children }: { readonly children?: ReactNode }) {
  const line = useRef<HTMLParagraphElement>(null);
  const [wrong, setWrong] = useState(0);
  useEffect(() => {
    const form = line.current?.closest("form");
    if (!form) return;
    let isSent = false;
    let isShown = true;
    const look = () => {
      const [first, ...others] = form.querySelectorAll<HTMLElement>('[aria-invalid="true"]');
      setWrong(isSent && first ? 1 + others.length : 0);
      if (!first || isShown) return;
      isShown = true;
      // It may stand in a part of the form that is folded.
      for (let at = first.closest("details"); at; at = at.parentElement?.closest("details") ?? null) at.open = true;
      first.scrollIntoView({ block: "nearest" });
      first.focus({ preventScroll: true });
    };
    const sent = () => {
      isSent = true;
      isShown = false;
      // What the page itself refuses stands there already.
      requestAnimationFrame(look);
    };
    const observer = new MutationObserver(look);
    observer.observe(form, { subtree: true, attributes: true, attributeFilter: ["aria-invalid"] });
    form.addEventListener("submit", sent);
    return () => {
      observer.disconnect();
      form.removeEventListener("submit", sent);
    };
  }, []);
  return (
    <RefusalLine ref={line}>
      {children} {wrong > 0 && counted(wrong, "field needs correcting.", "fields need correcting.")}
    </RefusalLine>
  );
}
