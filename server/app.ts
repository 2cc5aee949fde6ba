import * as build from "virtual:react-router/server-build";
import { createRequestHandler } from "@react-router/express";
import express from "express";
import { RouterContextProvider } from "react-router";
import { requestContext } from "./http/requestContext.server.ts";

/** So much may wait for the other side of a stream to read it, in bytes: a tablet that sleeps is not written to for hours. */
const MOST_UNREAD = 64 * 1024;

/** The application's own request handler; the launcher puts headers, logging and compression in front of it. */
export const app = express();
app.disable("x-powered-by");
app.use(
  createRequestHandler({
    // The build itself, not a way to it: the router would be made anew from it for every request.
    build,
    getLoadContext: (_request, response) => {
      const context = new RouterContextProvider();
      context.set(requestContext, {
        isEncrypted: response.locals.isEncrypted as boolean,
        nonce: response.locals.nonce as string,
        requestId: response.locals.requestId as string,
        address: response.locals.address as string,
        write: (text) => response.write(text) || response.writableLength < MOST_UNREAD,
      });
      return context;
    },
  }),
);

export { endStreams } from "./http/eventStream.server.ts";
export { log } from "./http/log.server.ts";
export { isReady } from "./http/ready.server.ts";
export { beginUpkeep } from "./operations/upkeep.server.ts";
