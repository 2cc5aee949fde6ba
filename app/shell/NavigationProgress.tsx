import { useNavigation } from "react-router";
import { keyframes, styled } from "styled-components";
import { color } from "../ui/tokens.ts";

/** A line along the top while a page is on its way for longer than an eye notices. */
export function NavigationProgress() {
  if (useNavigation().state === "idle") return null;
  return <Line role="progressbar" aria-label="Loading" />;
}

const appear = keyframes`from { opacity: 0; } to { opacity: 1; }`;
const run = keyframes`from { transform: translateX(-100%); } to { transform: translateX(100%); }`;

const Line = styled.div`
  position: fixed;
  inset: 0 0 auto;
  z-index: 20;
  height: 4px;
  overflow: hidden;
  animation: ${appear} 1ms 300ms both;
  &::after { content: ""; position: absolute; inset: 0; background: ${color("spacerFill")}; animation: ${run} 1.2s linear infinite; }
`;
