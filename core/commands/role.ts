/** What a person may do: a viewer reads, a setter adds to the ledger, a lead also signs off and reopens. */
export type Role = "setter" | "lead" | "viewer";

const RANK: Readonly<Record<Role, number>> = { viewer: 0, setter: 1, lead: 2 };

/** Whether a role reaches what an action needs. */
export function may(role: Role, needed: Role): boolean {
  return RANK[role] >= RANK[needed];
}

/** The header in which an answer that refuses a role names whose role it was, by id. */
export const REFUSED_PERSON = "Luvrit-Refused";

/** A session ends this long after it was last used: a tablet that was left alone is signed out. */
export const IDLE_HOURS = 3;
