import { styled } from "styled-components";
import { narrow } from "../ui/tokens.ts";

/** Rail on the left, drawing in the middle, result on the right, foot strip under all of it: the frame of a stage. */
export const StageFrame = styled.div`
  display: grid;
  grid-template: minmax(0, 1fr) minmax(76px, auto) / 270px minmax(0, 1fr) 316px;
  grid-template-areas: "plan centre right" "foot foot foot";
  height: calc(100dvh - 52px);
  min-height: 600px;
  @media (width < 1200px) { grid-template-columns: 210px minmax(0, 1fr) 286px; }
  @media (width >= 1800px) { grid-template-columns: 360px minmax(0, 1fr) 420px; }
  ${narrow} {
    grid-template: repeat(4, auto) / minmax(0, 1fr);
    grid-template-areas: "plan" "centre" "right" "foot";
    height: auto;
    min-height: 0;
    /* The foot with the result stands over its lower end. */
    &:has([data-foot]) { padding-bottom: 150px; }
  }
`;
/** The grid's own cells stand inside, so the landmark makes no box. */
export const StageMain = styled.main`
  display: contents;
`;
