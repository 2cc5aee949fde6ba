import { useState } from "react";
import { styled } from "styled-components";
import type { KeptPerson } from "../../server/people/peopleRepository.server.ts";
import type { RunningSession } from "../../server/people/sessionRepository.server.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Field, Pick } from "../ui/Field.tsx";
import { List, Split } from "../ui/ListWithDetails.tsx";
import { ClockTime } from "../ui/Moment.tsx";
import { AnswerNote } from "./Answer.tsx";
import { FormActions, ListForm } from "./Lists.tsx";
import { useWorkshopForm, type WorkshopSending } from "./useWorkshopForm.ts";
import type { WorkshopProps } from "./workshopProps.ts";

const ROLES = [
  ["setter", "setter: enters and measures"],
  ["lead", "lead: prepares, signs off, keeps the workshop"],
  ["viewer", "viewer: reads"],
] as const;

/** People and their roles; a lead lets them in and lets them go. */
export function PeopleSection({ people, sessions, open }: WorkshopProps & { readonly open: string | undefined }) {
  const person = people.find(({ id }) => id === open);
  const isNew = open === "new";
  const form = useWorkshopForm("people", open);
  return (
    <Split isOpen={isNew || person !== undefined} all="All people">
      <List
        entries={people.map(({ id, name, role, decimalMark, retired, mustChoose, lockedFor }) => ({
          id,
          name,
          retired,
          words: [
            role,
            decimalMark && `writes 1${decimalMark}25`,
            mustChoose && "has yet to choose their own PIN",
            lockedFor > 0 && "locked after wrong PINs",
          ]
            .filter(Boolean)
            .join(", "),
        }))}
        open={open}
        empty="Nobody yet."
      />
      {(isNew || person) && (
        <PersonForm key={person ? `${person.id} ${person.version}` : "new"} person={person} form={form}>
          {person && <Sessions person={person} sessions={sessions.filter(({ personId }) => personId === person.id)} />}
        </PersonForm>
      )}
    </Split>
  );
}

function PersonForm({
  person,
  form,
  children,
}: {
  readonly form: WorkshopSending;
  readonly person: KeptPerson | undefined;
  readonly children: React.ReactNode;
}) {
  const draft = useDraft(
    `workshop:person:${person?.id ?? "new"}`,
    () => ({ name: person?.name ?? "", role: person?.role ?? "setter", mark: person?.decimalMark ?? "either" }),
    form.outcome,
  );
  const { name = "", role = "setter", mark = "either" } = draft.typed;
  // Never kept on the device.
  const [secret, setSecret] = useState("");
  const keep = (retired: boolean) => {
    draft.sent();
    form.send("keep-person", {
      name,
      role,
      mark,
      secret,
      retired: retired ? "yes" : "no",
      ...(person && { id: person.id, version: String(person.version) }),
    });
  };
  return (
    <ListForm
      aria-label={person ? `Change ${person.name}` : "A new person"}
      onSubmit={(event) => {
        event.preventDefault();
        if (!form.busy) keep(person?.retired ?? false);
      }}
    >
      <h2>{person ? person.name : "A new person"}</h2>
      <DraftNote draft={draft} />
      <Columns>
        <Field
          name="name"
          label="Name"
          value={name}
          onChange={draft.set("name")}
          refusal={form.refusalOf("name")}
          isReadOnly={person !== undefined}
        />
        <Pick
          name="role"
          label="Role"
          value={role}
          onChange={draft.set("role")}
          options={ROLES}
          refusal={form.refusalOf("role")}
        />
        <Pick
          name="mark"
          label="Decimal mark"
          value={mark}
          onChange={draft.set("mark")}
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
      </Columns>
      {children}
      <p>
        A name stays with what was entered under it, so it is not changed. A PIN or passphrase that you set is good for
        one sign-in; then they choose their own.
      </p>
      <FormActions
        words={{ make: "Let them in", retire: "They have left", back: "Let them in again" }}
        isThere={person !== undefined}
        retired={person?.retired ?? false}
        form={form}
        onRetire={keep}
      />
    </ListForm>
  );
}

/** Where a person is signed in now, and ending all of it: a lost tablet, or one that was left open. */
function Sessions({ person, sessions }: { readonly person: KeptPerson; readonly sessions: readonly RunningSession[] }) {
  const form = useWorkshopForm("people");
  return (
    <Parts aria-label="Signed in now">
      <h3>Signed in now</h3>
      {sessions.length === 0 && <p>Nowhere.</p>}
      <ul>
        {sessions.map(({ id, device, address, began, seen }) => (
          <li key={id}>
            {device || "a device"} at {address || "an unknown address"}, since <ClockTime at={began} />, last used{" "}
            <ClockTime at={seen} />
          </li>
        ))}
      </ul>
      {sessions.length > 0 && (
        <PlainButton onPress={() => form.send("end-sessions", { id: person.id })} isDisabled={form.busy}>
          Sign {person.name} out everywhere
        </PlainButton>
      )}
      {person.lockedFor > 0 && (
        <>
          <h3>Locked</h3>
          <p>
            Too many wrong PINs or passphrases were tried at this name. On devices where {person.name} has not signed in
            before, it is locked for {waitOf(person.lockedFor)} more.
          </p>
          <PlainButton onPress={() => form.send("unlock-person", { id: person.id })} isDisabled={form.busy}>
            Unlock {person.name}
          </PlainButton>
        </>
      )}
      <AnswerNote answer={form.answer} />
    </Parts>
  );
}

/** A wait as a person says it. */
const waitOf = (seconds: number): string => (seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`);

const Parts = styled.section`
  display: grid;
  justify-items: start;
  gap: 8px;
  h3:not(:first-child) { margin-top: 8px; }
`;
