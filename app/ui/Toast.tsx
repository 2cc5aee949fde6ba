import { X } from "lucide-react";
import {
  Button,
  UNSTABLE_Toast as Toast,
  UNSTABLE_ToastContent as ToastContent,
  UNSTABLE_ToastQueue as ToastQueue,
  UNSTABLE_ToastRegion as ToastRegion,
} from "react-aria-components";
import { styled } from "styled-components";
import { color, radius, size } from "./tokens.ts";

const SHOWN_MS = 6000;
const queue = new ToastQueue<string>({ maxVisibleToasts: 2 });

/**
 * Says that something is done whose effect is out of sight. Shown for six seconds, longer while it is pointed at, and announced once.
 * Nothing that has to be read or answered: that belongs where the work is.
 */
export const toast = (words: string): void => {
  queue.add(words, { timeout: SHOWN_MS });
};

/** Where toasts appear: once, around all pages. F6 leads to it. */
export function Toasts() {
  return (
    <Region queue={queue} aria-label="What was done">
      {({ toast: shown }) => (
        <Shown toast={shown}>
          <ToastContent>{shown.content}</ToastContent>
          <Button slot="close" aria-label="Close">
            <X size={20} aria-hidden="true" />
          </Button>
        </Shown>
      )}
    </Region>
  );
}

const Region = styled(ToastRegion<string>)`
  position: fixed;
  bottom: 96px;
  left: 50%;
  z-index: 25;
  display: grid;
  gap: 8px;
  width: max-content;
  max-width: min(480px, 92vw);
  transform: translateX(-50%);
  outline: none;
  @media print { display: none; }
`;
const Shown = styled(Toast<string>)`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 0 0 0 16px;
  border-left: 5px solid ${color("clear")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: ${color("ink")};
  box-shadow: ${color("shadow")};
  font-size: ${size.small};
  font-weight: 600;
  button { display: grid; place-items: center; min-width: 48px; min-height: 48px; border: 0; background: transparent; color: inherit; }
  button[data-focus-visible], &[data-focus-visible] { outline: 3px solid ${color("measured")}; outline-offset: -3px; }
`;
