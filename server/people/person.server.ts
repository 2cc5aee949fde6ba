/** What a person may do: a viewer reads, a setter adds to the ledger, a lead also signs off and reopens. */
export type Role = "setter" | "lead" | "viewer";

export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** This person's decimal mark, if it is settled: decides what `1,250` means. */
  readonly decimalMark: "." | "," | undefined;
}

const RANK: Readonly<Record<Role, number>> = { viewer: 0, setter: 1, lead: 2 };

/** Whether a role reaches what a deed needs. */
export function may(role: Role, needed: Role): boolean {
  return RANK[role] >= RANK[needed];
}
