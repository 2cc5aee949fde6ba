import { useEffect, useState } from "react";
import { Heading } from "react-aria-components";
import { Link, useLocation } from "react-router";
import { styled } from "styled-components";
import { may, saidRight } from "../../core/commands/index.ts";
import { type Command, describeEntry, type SetupView } from "../../core/ledger/index.ts";
import { mainZone, workInZone } from "../../core/machine/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import { useRevalidate } from "../shell/useRevalidate.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton } from "../ui/Button.tsx";
import { DialogSheet, Shade } from "../ui/Dialog.tsx";
import { ClockTime, Moment } from "../ui/Moment.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { setupHere } from "./loadSetup.ts";
import { giveUp, useMine } from "./sendWaiting.ts";
import { readQueue, type StoreTrouble, type Waiting } from "./store.ts";
import { useConnection } from "./useConnection.ts";

/** What waits on this device, and what somebody must settle before it is kept. */
export function SettleDialog({ person, onClose }: { readonly person: Person; readonly onClose: () => void }) {
  const { server, reason, waiting, toSettle, storeNote, streamNote, isSignedOut } = useConnection();
  const mayDecide = server === "here" && !isSignedOut;
  const { revalidate } = useRevalidate();
  const queue = useQueue(`${waiting} ${toSettle}`);
  const setups = useSetups(queue);
  const { pathname, search } = useLocation();
  const signInAndBack = `/sign-in?${new URLSearchParams({ to: pathname + search })}`;
  const settle = async (settling: (one: Waiting) => Promise<void>, one: Waiting) => {
    await settling(one);
    revalidate();
  };
  return (
    <Shade isOpen onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Sheet aria-label="This device and its server">
        <Heading slot="title">
          {server === "away"
            ? "The server does not answer"
            : toSettle > 0 && !isSignedOut
              ? "To settle"
              : "This device"}
        </Heading>
        {server === "away" && (
          <p>
            {reason ?? "Go on working: what you enter waits on this device and is sent as soon as the server is back."}
          </p>
        )}
        {isSignedOut && server === "here" && (
          <p>
            Nobody is signed in on this device any more: this page hears of nothing new.{" "}
            <Link to={signInAndBack}>Sign in again</Link>
            {queue.length > 0 && ", and what waits can be sent"}.
          </p>
        )}
        {storeNote !== undefined && <p>{storeNote}</p>}
        {streamNote !== undefined && <p>{streamNote}</p>}
        {queue.length > 0 && <h3>{queue.length === 1 ? "One entry waits" : `${queue.length} entries wait`}</h3>}
        <ol>
          {queue.map((one) => (
            <li key={one.order} data-settle={one.trouble ? true : undefined}>
              <p>
                <b>{describeEntry(one.command)}</b>
                <span>
                  {setups.get(one.setupId)?.part ?? "a setup"} · {one.personName}, <ClockTime at={one.madeAt} />
                </span>
              </p>
              {one.trouble && <TroubleOf one={one} trouble={one.trouble} setup={setups.get(one.setupId)} />}
              {mayDecide && one.personId !== person.id && (
                <p>Waits until {one.personName} is signed in on this device.</p>
              )}
              {mayDecide && (
                <div>
                  {one.trouble && one.personId === person.id && (
                    <PlainButton onPress={() => settle(useMine, one)}>{sendWords(one.trouble)}</PlainButton>
                  )}
                  {/* Entries of a person who has left, too: for a lead only, since no other role may. */}
                  {(one.personId === person.id ? one.trouble : may(person.role, "lead")) && (
                    <PlainButton onPress={() => settle(giveUp, one)}>
                      {one.trouble?.outcome === "conflict" ? "Use theirs" : "Discard it"}
                    </PlainButton>
                  )}
                </div>
              )}
            </li>
          ))}
        </ol>
        <PlainButton onPress={onClose}>Close</PlainButton>
      </Sheet>
    </Shade>
  );
}

/** What sends it again: where its number is doubted, that it is right. */
const sendWords = (trouble: StoreTrouble): string =>
  trouble.outcome === "refused" && saidRight(trouble.fields ?? {})
    ? "It is right: save it"
    : SEND_WORDS[trouble.outcome];

const SEND_WORDS: Readonly<Record<StoreTrouble["outcome"], string>> = {
  conflict: "Use mine",
  refused: "Send again",
  "signed-out": "Send it",
};

function TroubleOf({
  one,
  trouble,
  setup,
}: {
  readonly one: Waiting;
  readonly trouble: NonNullable<Waiting["trouble"]>;
  readonly setup: SetupView | undefined;
}) {
  if (trouble.outcome === "refused") return <p>Not saved: {trouble.message}</p>;
  if (trouble.outcome === "signed-out")
    return <p>Entered here while nobody was signed in. Send it if {one.personName} made it.</p>;
  const mine = "exact" in one.command.payload ? one.command.payload.exact : undefined;
  const show = (millimetres: number) => inControl(one.command, setup, millimetres);
  const { theirs } = trouble;
  return (
    <>
      <p>
        {theirs.under === undefined ? (
          <>
            {theirs.person} has entered the same meanwhile, <Moment at={theirs.at} now={new Date().toISOString()} />.
          </>
        ) : (
          `${theirs.person} has changed what this rests on: ${theirs.under}.`
        )}
      </p>
      {mine !== undefined && theirs.exact !== undefined && (
        <dl>
          <div>
            <dt>mine</dt>
            <dd>{show(mine)}</dd>
          </div>
          <div>
            <dt>{theirs.person}'s</dt>
            <dd>{show(theirs.exact)}</dd>
          </div>
        </dl>
      )}
    </>
  );
}

/** A value as the setup's own control has it: its unit, digits and signs. */
function inControl(command: Command, setup: SetupView | undefined, millimetres: number): string {
  const isWork = command.kind === "work-offset-taught";
  if (!setup || (command.kind !== "touch-accepted" && !isWork)) return formatMillimetres(millimetres, "mm");
  const { axis, offset } = command.payload;
  const zone = setup.tools.find((tool) => tool.offset === offset)?.zone ?? mainZone(setup.machine);
  const { axis: write, work, unit } = showFor(setup.machine);
  const shown = isWork
    ? work(axis, workInZone(setup.machine, axis, millimetres, zone))
    : write(axis, millimetres, "tool-offset", zone);
  return `${shown} ${unit}`;
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

/** The setups that entries wait for, as this device knows them. */
function useSetups(queue: readonly Waiting[]): ReadonlyMap<string, SetupView> {
  const [setups, setSetups] = useState<ReadonlyMap<string, SetupView>>(new Map());
  useEffect(() => {
    const ids = [...new Set(queue.map(({ setupId }) => setupId))];
    Promise.all(ids.map(async (id) => [id, (await setupHere(id))?.setup] as const)).then((read) =>
      setSetups(new Map(read.flatMap(([id, setup]) => (setup ? [[id, setup] as const] : [])))),
    );
  }, [queue]);
  return setups;
}

const Sheet = styled(DialogSheet)`
  ol > li { display: grid; gap: 8px; padding: 10px 0; border-top: 1px solid ${color("line")}; }
  li[data-settle] { padding: 10px 12px; border-left: 5px solid ${color("spacerFill")}; background: ${color("doubtGround")}; }
  li > p:first-child { display: grid; }
  li span { font-size: ${size.small}; color: ${color("quiet")}; }
  li > div { display: flex; gap: 10px; }
  dl { display: flex; gap: 28px; }
  dt { font-size: ${size.small}; }
  dd { ${mono} font-size: ${size.number}; font-weight: 700; }
`;
