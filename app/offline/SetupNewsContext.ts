import { createContext } from "react";
import type { Claim } from "../../server/news/claimsRepository.server.ts";

/** Who is on which tool of the setup that is shown. */
export const SetupNewsContext = createContext<readonly Claim[]>([]);
