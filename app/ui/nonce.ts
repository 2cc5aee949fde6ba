import { createContext, useContext } from "react";

/** The nonce of this answer, on the server; empty in the browser, which hides nonces from scripts. */
export const NonceContext = createContext("");
export const useNonce = (): string => useContext(NonceContext);
