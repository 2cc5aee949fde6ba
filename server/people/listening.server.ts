import type { Listening } from "../http/eventStream.server.ts";
import type { RequestFacts } from "../http/requestContext.server.ts";
import { whoIs } from "./access.server.ts";

/** How long somebody may listen: as long as their page is open and their session runs. */
export const listening = (request: Request, { write }: Pick<RequestFacts, "write">): Listening => ({
  signal: request.signal,
  write,
  mayGoOn: async () => (await whoIs(request, false)) !== undefined,
});
