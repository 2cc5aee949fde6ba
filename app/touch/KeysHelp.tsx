import { useEffect, useState } from "react";
import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { styled } from "styled-components";
import { PlainButton } from "../ui/Button.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { isTyping, TOUCH_KEYS } from "./useTouchKeys.ts";

/** All keys of a screen, on `?`. */
export function KeysHelp({ keys = TOUCH_KEYS }: { readonly keys?: readonly (readonly [string, string])[] }) {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === "?" && !isTyping(event.target)) setOpen(true);
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
  if (!open) return null;
  return (
    <Shade isOpen onOpenChange={setOpen} isDismissable>
      <Modal>
        <Sheet>
          <Heading slot="title">Keys</Heading>
          <dl>
            {keys.map(([key, does]) => (
              <div key={key}>
                <dt>{key}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <PlainButton onPress={() => setOpen(false)}>Close</PlainButton>
        </Sheet>
      </Modal>
    </Shade>
  );
}

const Shade = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 10;
  display: grid;
  place-items: center;
  background: rgb(10 15 44 / 0.5);
`;
const Sheet = styled(Dialog)`
  display: grid;
  gap: 14px;
  min-width: 440px;
  padding: 22px 26px;
  border-radius: ${radius};
  background: ${color("sheet")};
  outline: none;
  h2 { font-size: ${size.number}; }
  dl { display: grid; gap: 8px; }
  dl > div { display: grid; grid-template-columns: 90px 1fr; }
  dt { font-weight: 700; white-space: pre; }
`;
