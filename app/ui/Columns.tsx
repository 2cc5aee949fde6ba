import { styled } from "styled-components";

/** Fields beside one another: as many in a row as find `$least` pixels each, or exactly `$count`. */
export const Columns = styled.div<{ $least?: number; $count?: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $least, $count }) => ($count === undefined ? `auto-fill, minmax(${$least ?? 210}px, 1fr)` : `${$count}, minmax(0, 1fr)`)});
  align-items: start;
  gap: 8px 16px;
`;
