import type { AppLoadContext } from "react-router";
import type { Origin } from "../people/auditRepository.server.ts";
import { deviceOf } from "./device.server.ts";

/** Where a request came from, for what is kept about sign-ins. */
export const originOf = (request: Request, { address }: Pick<AppLoadContext, "address">): Origin => ({
  device: deviceOf(request),
  address,
});
