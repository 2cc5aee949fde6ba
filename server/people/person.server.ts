import type { Role } from "../../core/deeds/index.ts";

export { may, type Role } from "../../core/deeds/index.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** This person's decimal mark, if it is settled: decides what `1,250` means. */
  readonly decimalMark: "." | "," | undefined;
}
