import { useEffect, useState } from "react";
import { Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { useRevalidator } from "react-router";
import { styled } from "styled-components";
import { whatWasDone } from "../../core/ledger/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import { ageOf } from "../setups/age.ts";
import { PlainButton } from "../ui/Button.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { setupHere } from "./loadSetup.ts";
import { giveUp, useMine } from "./sendWaiting.ts";
import { readQueue, type Waiting } from "./store.ts";
import { useConnection } from "./useConnection.ts";

/** What waits on this device, and what somebody must settle before it is kept. */
export function SettleDialog({ onClose }: { readonly onClose: () => void }) {
  const { server, reason, waiting, toSettle, storeNote } = useConnection();
  const { revalidate } = useRevalidator();
  const queue = useQueue(`${waiting} ${toSettle}`);
  const names = useSetupNames(queue);
  const settle = async (deed: (one: Waiting) => Promise<void>, one: Waiting) => {
    await deed(one);
    revalidate();
  };
  return (
    <Shade isOpen onOpenChange={(isOpen) => !isOpen && onClose()} isDismissable>
      <Modal>
        <Sheet aria-label="This device and its server">
          <Heading slot="title">
            {server === "away" ? "The server does not answer" : toSettle > 0 ? "To settle" : "This device"}
          </Heading>
          {server === "away" && (
            <p>
              {reason ??
                "Go on working: what you enter waits on this device and is sent as soon as the server is back."}
            </p>
          )}
          {storeNote !== undefined && <p>{storeNote}</p>}
          {queue.length > 0 && <h3>{queue.length === 1 ? "One entry waits" : `${queue.length} entries wait`}</h3>}
          <ol>
            {queue.map((one) => (
              <li key={one.order} data-settle={one.trouble ? true : undefined}>
                <p>
                  <b>{whatWasDone(one.command)}</b>
                  <span>
                    {names.get(one.setupId) ?? "a setup"} · {one.personName}, {one.madeAt.slice(11, 16)} UTC
                  </span>
                </p>
                {one.trouble && <TroubleOf one={one} trouble={one.trouble} />}
                {one.trouble && server === "here" && (
                  <div>
                    <PlainButton onPress={() => settle(useMine, one)}>
                      {one.trouble.outcome === "conflict" ? "Use mine" : "Send again"}
                    </PlainButton>
                    <PlainButton onPress={() => settle(giveUp, one)}>
                      {one.trouble.outcome === "conflict" ? "Keep theirs" : "Give it up"}
                    </PlainButton>
                  </div>
                )}
              </li>
            ))}
          </ol>
          <PlainButton onPress={onClose}>Close</PlainButton>
        </Sheet>
      </Modal>
    </Shade>
  );
}

function TroubleOf({ one, trouble }: { readonly one: Waiting; readonly trouble: NonNullable<Waiting["trouble"]> }) {
  if (trouble.outcome === "refused") return <p>Not kept: {trouble.message}</p>;
  const mine = "exact" in one.command.payload ? one.command.payload.exact : undefined;
  const { theirs } = trouble;
  return (
    <>
      <p>
        {theirs.under === undefined
          ? `${theirs.person} has entered the same meanwhile, ${ageOf(theirs.at, new Date().toISOString())}.`
          : `${theirs.person} has changed what this rests on: ${theirs.under}.`}
      </p>
      {mine !== undefined && theirs.exact !== undefined && (
        <dl>
          <div>
            <dt>mine</dt>
            <dd>{formatMillimetres(mine, "mm")}</dd>
          </div>
          <div>
            <dt>{theirs.person}'s</dt>
            <dd>{formatMillimetres(theirs.exact, "mm")}</dd>
          </div>
        </dl>
      )}
    </>
  );
}

/** The queue as it is now; read again when `change` changes. */
function useQueue(change: string): readonly Waiting[] {
  const [queue, setQueue] = useState<readonly Waiting[]>([]);
  useEffect(() => {
    let isOpen = change !== "";
    readQueue().then((read) => isOpen && setQueue(read));
    return () => {
      isOpen = false;
    };
  }, [change]);
  return queue;
}

function useSetupNames(queue: readonly Waiting[]): ReadonlyMap<string, string> {
  const [names, setNames] = useState<ReadonlyMap<string, string>>(new Map());
  useEffect(() => {
    const ids = [...new Set(queue.map(({ setupId }) => setupId))];
    Promise.all(ids.map(async (id) => [id, (await setupHere(id))?.setup.part ?? "a setup"] as const)).then((read) =>
      setNames(new Map(read)),
    );
  }, [queue]);
  return names;
}

const Shade = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  place-items: center;
  background: ${color("shadow")};
`;
const Sheet = styled(Dialog)`
  display: grid;
  gap: 12px;
  width: min(640px, 92vw);
  max-height: 86vh;
  overflow: auto;
  padding: 24px;
  border-radius: ${radius};
  background: ${color("sheet")};
  color: ${color("ink")};
  h2 { font-size: ${size.number}; }
  h3 { font-size: ${size.text}; }
  ol > li { display: grid; gap: 8px; padding: 10px 0; border-top: 1px solid ${color("line")}; }
  li[data-settle] { padding-left: 12px; border-left: 5px solid ${color("spacerFill")}; background: ${color("doubtGround")}; }
  li > p:first-child { display: grid; }
  li span { font-size: ${size.small}; color: ${color("quiet")}; }
  li > div { display: flex; gap: 10px; }
  dl { display: flex; gap: 28px; }
  dt { font-size: ${size.small}; }
  dd { ${mono} font-size: ${size.number}; font-weight: 700; }
`;
