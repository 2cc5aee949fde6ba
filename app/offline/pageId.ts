import { newId } from "../shell/newId.ts";

let id: string | undefined;

/** The name of this page as long as it is open: who is on a tool is said by page, so that two windows are two. */
export const pageId = (): string => {
  id ??= newId();
  return id;
};

/** The same where there may be no page yet: on the server. */
export const pageIdIfAny = (): string => (typeof window === "undefined" ? "" : pageId());
