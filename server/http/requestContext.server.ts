import { createContext } from "react-router";

/** What the frame around the application knows of a request, for middleware, loaders and actions. */
export interface RequestFacts {
  /** Whether the request came encrypted, as far as this server or its proxy says. */
  readonly isEncrypted: boolean;
  /** Of the page that answers it. */
  readonly nonce: string;
  readonly requestId: string;
  /** Address of the other side, for limits on sign-in. */
  readonly address: string;
  /** Writes to the connection beside the answer's body, for streams; false where the other side has long read nothing. */
  readonly write: (text: string) => boolean;
}

/** Set before anything of the application runs; reading it elsewhere throws. */
export const requestContext = createContext<RequestFacts>();
