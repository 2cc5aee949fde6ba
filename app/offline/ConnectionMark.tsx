import { CloudOff, RefreshCw, TriangleAlert } from "lucide-react";
import { useState } from "react";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import { useEndWhenIdle } from "../people/useEndWhenIdle.ts";
import { color, radius, size } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { SettleDialog } from "./SettleDialog.tsx";
import { useConnection, useConnectionKeeper } from "./useConnection.ts";

/** In the strip: nothing while all is well; else that the server is away, how many entries wait, what somebody must settle. */
export function ConnectionMark({ person }: { readonly person: Person }) {
  useConnectionKeeper(person);
  useEndWhenIdle();
  const { server, waiting, toSettle, isSending, storeNote, streamNote, isSignedOut } = useConnection();
  const [isOpen, setOpen] = useState(false);
  const away = server === "away";
  const waits = waiting > 0 ? `${waiting} waiting` : "";
  // Two short lines: beside the stages there is little room.
  const [first, second] = away
    ? ["No server", waits]
    : isSignedOut
      ? ["Signed out", waits]
      : toSettle > 0
        ? [`${toSettle} to settle`, ""]
        : isSending
          ? [`Sending ${waiting}…`, ""]
          : [waits || (storeNote !== undefined || streamNote !== undefined ? "Device" : ""), ""];
  const isHeldUp = toSettle > 0 || isSignedOut;
  const Icon = away ? CloudOff : isHeldUp || !waiting ? TriangleAlert : RefreshCw;
  return (
    <>
      <span role="status" aria-live="polite">
        {first && (
          <Mark type="button" $tone={isHeldUp || away ? "doubt" : "plain"} onClick={() => setOpen(true)}>
            <Icon size={20} aria-hidden="true" />
            <Words>
              <i data-alone={second === "" ? true : undefined}>{first}</i>
              {second && (
                <>
                  <VisuallyHidden> · </VisuallyHidden>
                  <small>{second}</small>
                </>
              )}
            </Words>
          </Mark>
        )}
      </span>
      {isOpen && <SettleDialog person={person} onClose={() => setOpen(false)} />}
    </>
  );
}

const Mark = styled.button<{ $tone: "doubt" | "plain" }>`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 0 12px;
  border: 0;
  border-radius: ${radius};
  background: ${({ $tone }) => ($tone === "doubt" ? color("doubtGround") : "transparent")};
  color: ${({ $tone }) => ($tone === "doubt" ? color("ink") : "inherit")};
  font: inherit;
  font-size: ${size.small};
  font-weight: 700;
  line-height: 1.2;
  text-align: left;
  white-space: nowrap;
  @media (width < 1200px) { gap: 4px; padding: 0 6px; }
  font-variant-numeric: tabular-nums;
  cursor: pointer;
  &:focus-visible { outline: 3px solid ${color("onStrip")}; outline-offset: 2px; }
`;
const Words = styled.span`
  i { font-style: normal; }
  small { display: block; font-size: ${size.small}; }
  /* Beside the stages of a narrow screen: the sign says that the server is away, the words how much waits. */
  @media (width < 1200px) {
    i[data-alone] { display: block; max-width: 56px; white-space: normal; }
    i:not([data-alone]) { position: absolute; clip-path: inset(50%); width: 1px; height: 1px; overflow: hidden; }
  }
`;
