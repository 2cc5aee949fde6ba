import { CircleAlert } from "lucide-react";
import type { ReactNode } from "react";
import { styled } from "styled-components";
import { color, radius, size } from "./tokens.ts";

/**
 * Why something was not done, and what to do: announced, and shown where it was asked for. Nothing while there is nothing to say. What
 * belongs to one field stands under it as a `RefusalLine`; what asks for an answer is a `Question`.
 */
export function Trouble({ children }: { readonly children: ReactNode }) {
  if (children === undefined || children === null || children === false || children === "") return null;
  return (
    <Said role="alert">
      <CircleAlert size={20} aria-hidden="true" />
      <span>{children}</span>
    </Said>
  );
}

const Said = styled.p`
  display: flex;
  align-items: flex-start;
  gap: 8px;
  padding: 8px 12px;
  border-left: 5px solid ${color("stop")};
  border-radius: ${radius};
  background: ${color("stopGround")};
  color: ${color("ink")};
  font-size: ${size.small};
  line-height: 1.3;
  svg { flex: none; margin-top: 1px; color: ${color("stop")}; }
`;
