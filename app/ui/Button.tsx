import { Button as AriaButton } from "react-aria-components";
import { Link } from "react-router";
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
/** Links that look like buttons: to where a screen leads on, and to anywhere else. */
export const PrimaryButtonLink = styled(Link)`${frame} ${filled}`;
export const PlainButtonLink = styled(Link)`${frame} ${outlined}`;
/** A file to take away: the one that a screen is for, and any other. */
export const PrimaryFileLink = styled.a`${frame} ${filled}`;
export const FileLink = styled.a`${frame} ${outlined}`;
