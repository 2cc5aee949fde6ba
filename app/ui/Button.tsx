import { Button as AriaButton } from "react-aria-components";
import { css, styled } from "styled-components";
import { color, radius, size, target } from "./tokens.ts";

const frame = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: ${target};
  padding: 8px 16px;
  border: 1.5px solid ${color("action")};
  border-radius: ${radius};
  font: inherit;
  font-size: ${size.text};
  font-weight: 600;
  text-align: center;
  text-decoration: none;
  cursor: pointer;
  &[data-focus-visible], &:focus-visible { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
  &[data-disabled] { border-color: ${color("line")}; background: ${color("plate")}; color: ${color("quiet")}; cursor: default; }
`;

const filled = css`
  background: ${color("action")};
  color: ${color("onAction")};
  &[data-hovered]:not([data-disabled]), &[data-pressed], &:hover:not([data-disabled]) { background: ${color("actionPressed")}; }
`;

const outlined = css`
  background: ${color("sheet")};
  color: ${color("measured")};
  &[data-hovered]:not([data-disabled]), &[data-pressed], &:hover:not([data-disabled]) { background: ${color("selected")}; }
`;

/** The one action that a screen is for. */
export const PrimaryButton = styled(AriaButton)`${frame} ${filled} font-weight: 700;`;
/** Everything else that acts. */
export const PlainButton = styled(AriaButton)`${frame} ${outlined}`;
/** A link that looks like a button, for going somewhere or taking a file. */
export const buttonLink = css`${frame} ${filled}`;
export const plainButtonLink = css`${frame} ${outlined}`;
