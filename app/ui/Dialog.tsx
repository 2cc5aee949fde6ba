import type { ReactNode } from "react";
import { Dialog, Modal, ModalOverlay } from "react-aria-components";
import { styled } from "styled-components";
import { color, radius, size } from "./tokens.ts";

interface ShadeProps {
  /** Absent inside a `DialogTrigger`, which opens and closes it. */
  readonly isOpen?: boolean;
  readonly onOpenChange?: (isOpen: boolean) => void;
  readonly children: ReactNode;
}

/** A dialog over the darkened page; Escape and a press beside it close it. */
export function Shade({ children, ...props }: ShadeProps) {
  return (
    <Behind {...props} isDismissable>
      <Modal>{children}</Modal>
    </Behind>
  );
}

const Behind = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  place-items: center;
  background: rgb(8 12 36 / 0.55);
`;

/** A dialog as a sheet of paper on the page. */
export const DialogSheet = styled(Dialog)`
  display: grid;
  gap: 14px;
  width: min(620px, 92vw);
  max-height: 86vh;
  overflow: auto;
  padding: 24px;
  border: 2px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: ${color("ink")};
  outline: none;
  h2 { font-size: ${size.number}; }
  h3 { font-size: ${size.text}; }
`;
