import { styled } from "styled-components";
import { color, narrow, size } from "../ui/tokens.ts";

/** A page of what was done on the left, which scrolls, and the lathe as it stood then on the right. */
export const BesideLathe = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 20px;
  height: calc(100dvh - 52px);
  min-height: 600px;
  ${narrow} { grid-template-columns: minmax(0, 1fr); height: auto; min-height: 0; }
`;
export const Told = styled.section`
  display: grid;
  align-content: start;
  gap: 12px;
  overflow: auto;
  padding: 16px 4px 16px 20px;
  h1 { display: flex; align-items: center; gap: 10px; font-size: ${size.number}; }
  h2 { font-size: ${size.text}; }
  ${narrow} { padding: 14px; }
`;
/** The lathe's drawing with what belongs to it below. */
export const LatheSide = styled.section`
  display: grid;
  min-height: 0;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  ${narrow} { border-left: 0; border-top: 1px solid ${color("line")}; }
`;
