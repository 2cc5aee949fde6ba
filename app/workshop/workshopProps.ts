import type { KeptMachine } from "../../server/machines/machinesRepository.server.ts";
import type { AuditLine } from "../../server/people/auditRepository.server.ts";
import type { KeptPerson } from "../../server/people/peopleRepository.server.ts";
import type { Person } from "../../server/people/person.server.ts";
import type { RunningSession } from "../../server/people/sessionRepository.server.ts";
import type { WorkshopItem } from "../../server/workshop/workshopRepository.server.ts";
import type { SectionPath } from "./sections.ts";

/** What the workshop's page is given: the section that is open, and what stands in it. */
export interface WorkshopProps {
  readonly person: Person;
  readonly section: SectionPath;
  readonly machines: readonly KeptMachine[];
  readonly people: readonly KeptPerson[];
  /** Sessions that run; those of all people, for a lead. */
  readonly sessions: readonly RunningSession[];
  readonly audit: readonly AuditLine[];
  readonly items: readonly WorkshopItem[];
  readonly today: string;
}
