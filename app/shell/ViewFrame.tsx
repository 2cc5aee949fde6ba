import { styled } from "styled-components";
import { color, narrow, size } from "../ui/tokens.ts";

/** The frame of a stage with several views: rail, centre and right, and nothing that scrolls but the columns themselves. */
export const ViewFrame = styled.div`
  display: grid;
  grid-template: minmax(0, 1fr) / 270px minmax(0, 1fr) 330px;
  height: calc(100dvh - 52px);
  min-height: 600px;
  @media (width < 1200px) { grid-template-columns: 210px minmax(0, 1fr) 290px; }
  @media (width >= 1800px) { grid-template-columns: 340px minmax(0, 1fr) 440px; }
  ${narrow} { grid-template: repeat(3, auto) / minmax(0, 1fr); height: auto; min-height: 0; }
`;
export const ViewRail = styled.nav`
  overflow: auto;
  border-right: 1px solid ${color("line")};
  background: ${color("sheet")};
  h2 { padding: 14px 14px 8px; font-size: ${size.small}; font-weight: 600; }
  ol > li > a { display: block; min-height: 48px; padding: 9px 12px 9px 10px; border-left: 5px solid transparent; border-bottom: 1px solid ${color("line")}; color: inherit; text-decoration: none; }
  ol > li > a[aria-current] { border-left-color: ${color("action")}; background: ${color("selected")}; }
  ${narrow} {
    border-right: 0;
    border-bottom: 1px solid ${color("line")};
    > ol { display: flex; overflow-x: auto; }
    > ol > li { flex: 0 0 200px; }
  }
`;
export const ViewMain = styled.main`
  display: contents;
`;
export const ViewCentre = styled.section`
  display: flex;
  flex-direction: column;
  gap: 10px;
  min-width: 0;
  min-height: 0;
  padding: 12px 16px;
  overflow: auto;
  h1 { font-size: ${size.number}; }
`;
export const ViewSide = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 14px;
  overflow: auto;
  padding: 14px;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  ${narrow} { border-left: 0; border-top: 1px solid ${color("line")}; }
  h2 { font-size: ${size.text}; }
  h3 { font-size: ${size.small}; font-weight: 700; }
`;
