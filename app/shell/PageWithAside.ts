import { styled } from "styled-components";
import { color, narrow } from "../ui/tokens.ts";

/** A page whose right column is about what is chosen in the rest; one under the other on a narrow screen. */
export const PageWithAside = styled.div`
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 354px;
  height: calc(100dvh - 52px);
  @media (width < 1200px) { grid-template-columns: minmax(0, 1fr) 300px; }
  @media (width >= 1800px) { grid-template-columns: minmax(0, 1fr) 560px; }
  ${narrow} { grid-template: auto auto / minmax(0, 1fr); height: auto; }
  @media print { display: block; height: auto; }
`;

/** Its right column; not printed. */
export const PageAside = styled.aside`
  display: grid;
  min-height: 0;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  ${narrow} { border-left: 0; border-top: 1px solid ${color("line")}; }
  @media print { display: none; }
`;

/** A page whose left column leads through its parts. */
export const PageWithRail = styled.div`
  display: grid;
  grid-template-columns: 270px minmax(0, 1fr);
  height: calc(100dvh - 52px);
  min-height: 600px;
  @media (width < 1200px) { grid-template-columns: 220px minmax(0, 1fr); }
  @media (width >= 1800px) { grid-template-columns: 360px minmax(0, 1fr); }
  ${narrow} { grid-template: auto auto / minmax(0, 1fr); height: auto; min-height: 0; }
  @media print { display: block; height: auto; }
`;
