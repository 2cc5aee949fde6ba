import type { StreamMessage, Topics } from "./topics.ts";

/** What a page says of itself to the holder of the stream, and to the other pages where one of them holds it. */
export type FromPage =
  | { readonly kind: "here"; readonly page: string; readonly topics: Topics }
  | { readonly kind: "gone"; readonly page: string };

/** What the holder of the stream says to all pages. */
export type FromHolder =
  | { readonly kind: "told"; readonly told: StreamMessage }
  | { readonly kind: "failed"; readonly isRefused: boolean };

export type Message = FromPage | FromHolder;
