import type { Role } from "../../core/commands/index.ts";

export { may, type Role } from "../../core/commands/index.ts";

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** This person's decimal mark, if it is settled: decides what `1,250` means. */
  readonly decimalMark: "." | "," | undefined;
}

/** What a page knows of the person it is shown to: no more than this leaves the server. */
export const shownPerson = ({ id, name, role, decimalMark }: Person): Person => ({ id, name, role, decimalMark });
