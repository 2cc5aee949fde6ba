import { styled } from "styled-components";
import { color, mono, radius, size } from "../ui/tokens.ts";

/** A part of Prepare: its heading, what it is about in a sentence, and what it holds. */
export const Section = styled.section`
  display: grid;
  align-content: start;
  gap: 12px;
  max-width: 1500px;
  > header { display: flex; flex-wrap: wrap; align-items: baseline; gap: 4px 18px; }
  h1 { font-size: ${size.number}; }
  h2 { font-size: ${size.text}; }
  > header p { color: ${color("quiet")}; font-size: ${size.small}; }
`;

/** A plain table of facts and numbers. */
export const SectionTable = styled.table`
  width: 100%;
  border-collapse: collapse;
  background: ${color("sheet")};
  th { text-align: left; font-size: ${size.small}; font-weight: 600; color: ${color("quiet")}; }
  th, td { padding: 8px 12px; border-bottom: 1px solid ${color("line")}; vertical-align: middle; }
  td.number, th.number { text-align: right; ${mono} }
  tbody tr:hover { background: ${color("selected")}; }
`;

export const Card = styled.div<{ $tone?: "spacer" | "stop" | "line" | "clear" }>`
  display: grid;
  gap: 8px;
  padding: 12px 16px;
  border-left: 6px solid ${({ $tone = "line" }) => color($tone)};
  border-radius: ${radius};
  background: ${color("sheet")};
`;

export const SectionRow = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
`;

export const Quiet = styled.p`
  color: ${color("quiet")};
  font-size: ${size.small};
`;

export const SectionRefusal = styled.p.attrs({ role: "alert" })`
  min-height: 1.3em;
  color: ${color("stop")};
  font-size: ${size.small};
  font-weight: 600;
`;
