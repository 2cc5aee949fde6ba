import type { AppLoadContext } from "react-router";
import type { Whence } from "../people/auditRepository.server.ts";
import { deviceOf } from "./device.server.ts";

/** Where a request came from, for what is kept about sign-ins. */
export const whenceOf = (request: Request, { address }: Pick<AppLoadContext, "address">): Whence => ({
  ...{ device: deviceOf(request), address },
});
