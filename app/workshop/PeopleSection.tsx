import { useState } from "react";
import type { KeptPerson } from "../../server/people/peopleRepository.server.ts";
import { Field, Pick } from "../prepare/Field.tsx";
import { Deeds, Fields, List, Sheet, Split } from "./Lists.tsx";
import { useWorkshopForm } from "./useWorkshopForm.ts";
import type { WorkshopProps } from "./workshopProps.ts";

const ROLES = [
  ["setter", "setter: enters and measures"],
  ["lead", "lead: prepares, signs off, keeps the workshop"],
  ["viewer", "viewer: reads"],
] as const;

/** People and their roles; a lead lets them in and lets them go. */
export function PeopleSection({ people, open }: WorkshopProps & { readonly open: string | undefined }) {
  const person = people.find(({ id }) => id === open);
  const isNew = open === "new";
  return (
    <Split $isOpen={isNew || person !== undefined}>
      <List
        entries={people.map(({ id, name, role, decimalMark, retired }) => ({
          ...{ id, name, retired },
          words: `${role}${decimalMark ? `, writes 1${decimalMark}25` : ""}`,
        }))}
        open={open}
        empty="Nobody yet."
      />
      {(isNew || person) && <PersonForm key={person ? `${person.id} ${person.version}` : "new"} person={person} />}
    </Split>
  );
}

function PersonForm({ person }: { readonly person: KeptPerson | undefined }) {
  const form = useWorkshopForm("people");
  const [name, setName] = useState(person?.name ?? "");
  const [role, setRole] = useState<string>(person?.role ?? "setter");
  const [mark, setMark] = useState<string>(person?.decimalMark ?? "either");
  const [secret, setSecret] = useState("");
  const keep = (retired: boolean) =>
    form.send("keep-person", {
      ...{ name, role, mark, secret, retired: retired ? "yes" : "no" },
      ...(person && { id: person.id, version: String(person.version) }),
    });
  return (
    <Sheet
      aria-label={person ? `Change ${person.name}` : "A new person"}
      onSubmit={(event) => {
        event.preventDefault();
        if (!form.busy) keep(person?.retired ?? false);
      }}
    >
      <h2>{person ? person.name : "A new person"}</h2>
      <Fields>
        <Field
          name="name"
          label="Name"
          value={name}
          onChange={setName}
          refusal={form.refusalOf("name")}
          isReadOnly={person !== undefined}
        />
        <Pick
          name="role"
          label="Role"
          value={role}
          onChange={setRole}
          options={ROLES}
          refusal={form.refusalOf("role")}
        />
        <Pick
          name="mark"
          label="Decimal mark"
          value={mark}
          onChange={setMark}
          options={[
            ["either", "either; 1,250 is asked about"],
            [".", "point"],
            [",", "comma"],
          ]}
        />
        <Field
          name="secret"
          label={person ? "New PIN or passphrase, if any" : "PIN or passphrase"}
          value={secret}
          onChange={setSecret}
          refusal={form.refusalOf("secret")}
          hint="4 to 12 digits, or 10 characters"
        />
      </Fields>
      <p>A name stays with what was entered under it, so it is not changed.</p>
      <Deeds
        words={{ make: "Let them in", retire: "They have left", back: "Let them in again" }}
        isThere={person !== undefined}
        retired={person?.retired ?? false}
        form={form}
        onRetire={keep}
      />
    </Sheet>
  );
}
