import * as build from "virtual:react-router/server-build";
import { createRequestHandler } from "@react-router/express";
import express from "express";

/** What the launcher hands to every loader and action. */
declare module "react-router" {
  interface AppLoadContext {
    /** Whether the request came encrypted, as far as this server or its proxy says. */
    readonly isEncrypted: boolean;
    readonly nonce: string;
    readonly requestId: string;
    /** Address of the other side, for limits on sign-in. */
    readonly address: string;
    /** Writes to the connection beside the answer's body, for streams; false where the other side has long read nothing. */
    readonly write: (text: string) => boolean;
  }
}

/** So much may wait for the other side of a stream to read it, in bytes: a tablet that sleeps is not written to for hours. */
const MOST_UNREAD = 64 * 1024;

/** The application's own request handler; the launcher puts headers, logging and compression in front of it. */
export const app = express();
app.disable("x-powered-by");
app.use(
  createRequestHandler({
    // The build itself, not a way to it: the router would be made anew from it for every request.
    build,
    getLoadContext: (_request, response) => ({
      isEncrypted: response.locals.isEncrypted as boolean,
      nonce: response.locals.nonce as string,
      requestId: response.locals.requestId as string,
      address: response.locals.address as string,
      write: (text) => response.write(text) || response.writableLength < MOST_UNREAD,
    }),
  }),
);

export { endStreams } from "./http/eventStream.server.ts";
export { log } from "./http/log.server.ts";
export { isReady } from "./http/ready.server.ts";
export { beginUpkeep } from "./operations/upkeep.server.ts";
