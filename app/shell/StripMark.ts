import { Link } from "react-router";
import { styled } from "styled-components";
import { color, radius, size } from "../ui/tokens.ts";

/** Something to know in the strip of a setup, which leads to it: a sign, a word, and a number below. */
export const StripMark = styled(Link)`

  display: inline-flex;
  justify-content: center;
  min-width: 44px;
  align-items: center;
  gap: 6px;
  min-height: 48px;
  padding: 0 6px;
  border-radius: ${radius};
  color: inherit;
  font-size: ${size.small};
  line-height: 1.2;
  text-decoration: none;
  svg { flex: none; }
  &:hover { background: rgb(255 255 255 / 0.12); }
  &:focus-visible { outline: 3px solid ${color("onStrip")}; outline-offset: -3px; }
  b { display: block; max-width: 88px; overflow: hidden; text-overflow: ellipsis; }
  small { display: block; font-size: ${size.small}; font-variant-numeric: tabular-nums; }
  /* Beside the stages of a narrow screen the tool alone. */
  @media (width < 1200px) {
    gap: 3px;
    padding: 0 2px;
    b { display: none; }
  }
`;
