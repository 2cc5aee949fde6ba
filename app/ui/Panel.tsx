import { styled } from "styled-components";
import { color, radius, size } from "./tokens.ts";

/** A part of a page: its heading, what it is about in a sentence, and what it holds. */
export const Panel = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 12px;
  max-width: 1500px;
  > header { display: flex; flex-wrap: wrap; align-items: baseline; gap: 4px 18px; }
  h1 { font-size: ${size.number}; }
  h2 { font-size: ${size.text}; }
  > header p { color: ${color("quiet")}; font-size: ${size.small}; }
`;

/** Something by itself inside a panel; the bar at its side says whether it asks for attention. */
export const Card = styled.div<{ $tone?: "spacer" | "stop" | "line" | "clear" }>`
  display: grid;
  align-content: start;
  gap: 8px;
  padding: 12px 16px;
  border-left: 6px solid ${({ $tone = "line" }) => color($tone)};
  border-radius: ${radius};
  background: ${color("sheet")};
`;

/** Fields and buttons side by side, on several lines where there is no room. */
export const PanelRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  > a { display: inline-grid; align-items: center; min-height: 44px; }
`;

/** What explains, and is read once. */
export const Quiet = styled.p`
  color: ${color("quiet")};
  font-size: ${size.small};
`;
