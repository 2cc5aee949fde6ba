import { useEffect, useState } from "react";
import { Heading } from "react-aria-components";
import { styled } from "styled-components";
import { PlainButton } from "../ui/Button.tsx";
import { DialogSheet, Shade } from "../ui/Dialog.tsx";
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
    <Shade isOpen onOpenChange={setOpen}>
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
    </Shade>
  );
}

const Sheet = styled(DialogSheet)`
  dl { display: grid; gap: 8px; }
  dl > div { display: grid; grid-template-columns: 90px 1fr; }
  dt { font-weight: 700; white-space: pre; }
`;
