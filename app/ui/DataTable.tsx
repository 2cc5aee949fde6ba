import { styled } from "styled-components";
import { color, mono, size } from "./tokens.ts";

/** A plain table of facts and numbers. */
export const DataTable = styled.table`
  width: 100%;
  border-collapse: collapse;
  background: ${color("sheet")};
  th { text-align: left; font-size: ${size.small}; font-weight: 600; color: ${color("quiet")}; }
  th, td { padding: 8px 12px; border-bottom: 1px solid ${color("line")}; vertical-align: middle; }
  td.number, th.number { text-align: right; ${mono} }
  tbody tr:hover { background: ${color("selected")}; }
`;
