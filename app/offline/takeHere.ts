import type { MouseEvent } from "react";
import { connection } from "./connection.ts";

/** A file that this device makes itself. */
interface OwnFile {
  readonly name: string;
  readonly text: string;
}

/** Takes a file away without the server: made from what this device knows, where the link has no server to lead to. */
export const takeHere =
  (make: () => OwnFile | undefined | Promise<OwnFile | undefined>) =>
  async (event: MouseEvent<HTMLAnchorElement>): Promise<void> => {
    const { server, waiting } = connection.read();
    // The server's own file is as good, and later than anything here, unless something waits for it.
    if (server === "here" && waiting === 0) return;
    event.preventDefault();
    const file = await make();
    if (file) saveFile(file);
  };

/** Hands a file that was made here to the person at this device. */
export function saveFile({ name, text }: OwnFile): void {
  const address = URL.createObjectURL(new Blob([text], { type: "text/plain" }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
