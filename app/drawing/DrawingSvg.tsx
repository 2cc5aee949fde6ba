import type { ComponentProps } from "react";
import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";

/** Size of a drawing's letters in its own units, and what it never falls below on the screen, however small the drawing is shown. */
const LETTER = 16;
const LEAST_SHOWN = 13;

/** A drawing to scale as it fills its room: texts in the ink of the page, quiet and clear ones by their class; its letters stay readable where it is shown small. */
export function DrawingSvg(props: ComponentProps<"svg">) {
  return <Drawn ref={keepsLettersReadable} {...props} />;
}

/** Says to a drawing's styles how large its letters are in its own units, whenever it is shown at another size. */
function keepsLettersReadable(drawing: SVGSVGElement | null) {
  if (!drawing) return undefined;
  const observer = new ResizeObserver(() => {
    const scale = drawing.getScreenCTM()?.a;
    if (scale) drawing.style.setProperty("--letter", `${Math.max(LETTER, LEAST_SHOWN / scale).toFixed(1)}px`);
  });
  observer.observe(drawing);
  return () => observer.disconnect();
}

const Drawn = styled.svg`
  display: block;
  width: 100%;
  height: 100%;
  background: ${color("drawing")};
  text { font-size: var(--letter, ${LETTER}px); fill: ${color("ink")}; }
  text.quiet { fill: ${color("quiet")}; }
  text.clear { fill: ${color("clear")}; font-weight: 700; }
`;
