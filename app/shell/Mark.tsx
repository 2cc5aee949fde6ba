import { styled } from "styled-components";
import { phone } from "../ui/tokens.ts";

/** The name with a tool tip on its centreline. */
export function Mark() {
  return (
    <Frame>
      <svg width="30" height="26" viewBox="0 0 30 26" aria-hidden="true">
        <path d="M1 21h28" stroke="currentColor" strokeWidth="1.6" strokeDasharray="7 2 2 2" />
        <path d="M8 16 12 3h13l-4 13z" fill="none" stroke="currentColor" strokeWidth="2" strokeLinejoin="round" />
      </svg>
      <span>luvrit</span>
    </Frame>
  );
}

const Frame = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  font-size: 24px;
  font-weight: 750;
  letter-spacing: 0.01em;
  /* On a phone the sign says it. */
  ${phone} { > span { display: none; } }
`;
