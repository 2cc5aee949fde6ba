import { styled } from "styled-components";
import { color, radius, size } from "../ui/tokens.ts";

/** A person, one tap away. */
export const Tile = styled.button`
  display: grid;
  align-content: start;
  gap: 4px;
  width: 100%;
  min-height: 72px;
  padding: 14px 16px;
  border: 1.5px solid ${color("edge")};
  border-left: 6px solid ${color("action")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
  strong { font-size: ${size.number}; }
  span { font-size: ${size.small}; color: ${color("quiet")}; }
  &:hover { background: ${color("selected")}; }
`;
