import type { Origin } from "../people/auditRepository.server.ts";
import { deviceOf } from "./device.server.ts";
import type { RequestFacts } from "./requestContext.server.ts";

/** Where a request came from, for what is kept about sign-ins. */
export const originOf = (request: Request, { address }: Pick<RequestFacts, "address">): Origin => ({
  device: deviceOf(request),
  address,
});
