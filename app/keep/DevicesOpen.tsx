import { useEffect, useState } from "react";
import { styled } from "styled-components";
import type { SetupDevice } from "../../server/news/devicesRepository.server.ts";
import { deviceId, orNoStore } from "../offline/store.ts";
import { useConnection } from "../offline/useConnection.ts";
import { useWhileSeen } from "../offline/useWhileSeen.ts";
import { useRevalidate } from "../shell/useRevalidate.ts";
import { Moment } from "../ui/Moment.tsx";
import { color, size } from "../ui/tokens.ts";

/** A device says something every 20 seconds while its page is seen; after this long it is silent. */
const SILENT_SECONDS = 60;
/** How old what is shown may get while somebody is about to sign, milliseconds. */
const ASK_EVERY_MS = 20_000;

const isSilent = ({ silentFor }: SetupDevice): boolean => silentFor >= SILENT_SECONDS;

/** Whether entries may wait on a device that have not arrived: some did when it was last heard of, or it is silent. */
export const mayHold = (device: SetupDevice): boolean => device.waiting > 0 || (device.isOpen && isSilent(device));

/** Which devices have the setup open, since when they are silent, and what waits on them as far as is known. */
export function DevicesOpen({
  devices,
  now,
}: {
  /** Undefined where the server is away. */
  readonly devices: readonly SetupDevice[] | undefined;
  readonly now: string;
}) {
  const own = useOwnDevice();
  const { revalidate } = useRevalidate();
  const { server } = useConnection();
  // A silence grows without anything happening.
  useWhileSeen(revalidate, ASK_EVERY_MS, server === "here", "devices");
  if (!devices) return <p>Which devices have this setup open is not known while the server is away.</p>;
  const others = devices.filter(({ id }) => id !== own);
  if (others.length === 0) return <p>No other device has this setup open.</p>;
  return (
    <List aria-label="Devices with this setup">
      {others.map((device) => (
        <li key={device.id} data-silent={mayHold(device)}>
          <b>
            {device.person}, {device.device}
          </b>
          <span>
            {device.isOpen ? "opened " : "left; last heard of "}
            <Moment at={device.isOpen ? device.openedAt : device.heardAt} now={now} />
            {device.isOpen && isSilent(device) && (
              <>
                {"; silent since "}
                <Moment at={device.heardAt} now={now} />
              </>
            )}
          </span>
          <span>{heldWords(device)}</span>
        </li>
      ))}
    </List>
  );
}

function heldWords(device: SetupDevice): string {
  const { waiting } = device;
  const isNow = device.isOpen && !isSilent(device);
  if (isNow) return waiting === 0 ? "Nothing waits on it." : `${entries(waiting)} on it now.`;
  if (waiting > 0) return `${entries(waiting, "waited")} on it then.`;
  return "Nothing waited on it then; what was entered there since is not known.";
}

const entries = (count: number, verb: "waited" | undefined = undefined): string =>
  `${count === 1 ? "1 entry" : `${count} entries`} ${verb ?? (count === 1 ? "waits" : "wait")}`;

/** The name of this device; undefined until it is read, and in a browser that keeps nothing. */
function useOwnDevice(): string | undefined {
  const [own, setOwn] = useState<string>();
  useEffect(() => {
    let isShown = true;
    orNoStore(deviceId()).then((id) => isShown && setOwn(id));
    return () => {
      isShown = false;
    };
  }, []);
  return own;
}

const List = styled.ul`
  display: grid;
  gap: 8px;
  font-size: ${size.small};
  li { display: grid; padding-left: 10px; border-left: 3px solid ${color("line")}; line-height: 1.3; }
  li[data-silent="true"] { border-left-color: ${color("spacer")}; background: ${color("doubtGround")}; padding: 6px 10px; }
`;
