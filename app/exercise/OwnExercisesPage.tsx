import { useState } from "react";
import { Form, href, Link, useSubmit } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import type { OwnExerciseAnswer } from "../../server/practice/ownExerciseForm.server.ts";
import type { AuthoredFrom } from "../../server/practice/setupToAuthor.server.ts";
import { skillName } from "../../sim/exercise/skills.ts";
import { ageOf } from "../setups/age.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { notText, textOfFile } from "../shell/textOfFile.ts";
import { PlainButton, PlainButtonLink } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { Remark } from "../ui/Remark.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { FromExercise, FromSetup, type LikeThis } from "./OwnExerciseForms.tsx";

interface Own {
  readonly id: string;
  readonly title: string;
  readonly skill: string;
  readonly goals: number;
  readonly changedBy: string;
  readonly changedAt: string;
}

/** The shop's own exercises: made from a setup, or taken in from a file. */
export function OwnExercisesPage({
  person,
  own,
  setups,
  from,
  exercises,
  like,
  now,
  answer,
}: {
  readonly person: Person;
  readonly own: readonly Own[];
  readonly setups: readonly { readonly id: string; readonly name: string }[];
  readonly from: AuthoredFrom | undefined;
  /** Every exercise that another one can be made like. */
  readonly exercises: readonly { readonly id: string; readonly title: string }[];
  readonly like: LikeThis | undefined;
  readonly now: string;
  readonly answer: OwnExerciseAnswer | undefined;
}) {
  const submit = useSubmit();
  const [unread, setUnread] = useState("");
  const fields = answer?.outcome === "refused" ? answer.fields : {};
  return (
    <>
      <TopStrip
        title="Exercises of our own"
        subtitle="made in this shop"
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <Page>
        <section aria-labelledby="own">
          <h1 id="own">Exercises of our own</h1>
          <div role="status">
            {answer?.outcome === "kept" && (
              <Remark as="p" $tone="clear">
                “{answer.title}” is saved.{" "}
                <Link to={`${href("/practice/exercises/:exerciseId", { exerciseId: answer.id })}?depth=shown`}>
                  Try it
                </Link>
              </Remark>
            )}
            {answer?.outcome === "retired" && (
              <Remark as="p" $tone="clear">
                It is removed. Runs of it stay on record.
              </Remark>
            )}
          </div>
          {own.length === 0 ? (
            <p>
              There are none yet. Make the first one from a setup that is well known in the shop, or take one in from a
              file.
            </p>
          ) : (
            <ul>
              {own.map((one) => (
                <li key={one.id}>
                  <span>
                    <strong>{one.title}</strong>
                    <small>
                      {skillName(one.skill)} · {one.goals} goals · {one.changedBy}, {ageOf(one.changedAt, now)}
                    </small>
                  </span>
                  <PlainButtonLink
                    to={`${href("/practice/exercises/:exerciseId", { exerciseId: one.id })}?depth=shown`}
                  >
                    Try it
                  </PlainButtonLink>
                  <PlainButtonLink
                    to={href("/practice/exercises/:exerciseId/file", { exerciseId: one.id })}
                    reloadDocument
                  >
                    File
                  </PlainButtonLink>
                  <Form method="post">
                    <input type="hidden" name="intent" value="retire" />
                    <input type="hidden" name="id" value={one.id} />
                    <PlainButton type="submit" aria-label={`Remove ${one.title}`}>
                      Remove
                    </PlainButton>
                  </Form>
                </li>
              ))}
            </ul>
          )}
          <h2>From a file</h2>
          <p>
            An exercise in JSON, as the files of this page are. What is wrong in it is said, and nothing is kept then.
          </p>
          <label>
            Exercise file
            <input
              type="file"
              accept=".json,application/json"
              onChange={async ({ target }) => {
                const file = target.files?.[0];
                if (!file) return;
                const text = await textOfFile(file);
                target.value = "";
                if (text === undefined) return setUnread(notText(file));
                setUnread("");
                await submit({ intent: "take-file", text }, { method: "post" });
              }}
            />
          </label>
          {(unread || fields.text) && <RefusalLine role="alert">{unread || fields.text}</RefusalLine>}
        </section>
        <section aria-labelledby="from">
          <h2>Like another exercise</h2>
          <Chooser
            label="Exercise"
            name="like"
            chosen={like?.id}
            options={exercises.map(({ id, title }) => [id, title])}
          />
          {like && <FromExercise key={like.id} like={like} fields={fields} isRefused={answer?.outcome === "refused"} />}
          <h2 id="from">From a setup</h2>
          <Chooser label="Setup" name="setup" chosen={from?.id} options={setups.map(({ id, name }) => [id, name])} />
          {from && <FromSetup key={from.id} from={from} fields={fields} isRefused={answer?.outcome === "refused"} />}
        </section>
      </Page>
    </>
  );
}

/** What an exercise is made from: chosen, it comes into the address, and its form below. */
function Chooser({
  label,
  name,
  chosen = "",
  options,
}: {
  readonly label: string;
  readonly name: string;
  readonly chosen: string | undefined;
  readonly options: readonly (readonly [id: string, words: string])[];
}) {
  return (
    <Form method="get" preventScrollReset>
      <label>
        {label}
        <select name={name} defaultValue={chosen} onChange={({ currentTarget }) => currentTarget.form?.requestSubmit()}>
          <option value="">choose one</option>
          {options.map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <noscript>
        <button type="submit">Take this one</button>
      </noscript>
    </Form>
  );
}

const Page = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 24px;
  max-width: 1500px;
  margin: 0 auto;
  padding: 20px 24px 32px;
  > section { display: grid; align-content: start; gap: 12px; }
  h1, h2 { font-size: ${size.number}; }
  ul { display: grid; gap: 8px; }
  li { display: flex; align-items: center; gap: 8px; padding: 8px 8px 8px 16px; border-radius: ${radius}; background: ${color("sheet")}; box-shadow: ${color("shadow")}; }
  li > span { flex: 1; display: grid; }
  small { font-size: ${size.small}; color: ${color("quiet")}; }
  form { display: grid; gap: 10px; }
  label { display: grid; gap: 3px; font-size: ${size.small}; font-weight: 600; }
  label:has(> [type="checkbox"]) { display: flex; align-items: center; gap: 10px; min-height: 44px; font-weight: 400; font-size: 16px; }
  [type="checkbox"] { width: 22px; height: 22px; }
  input:not([type="checkbox"]), select, textarea { width: 100%; ${fieldBox} font-size: ${size.text}; font-weight: 400; }
  [aria-invalid="true"] { border-color: ${color("stop")}; }
  fieldset { display: grid; grid-template-columns: 1fr 1fr; border: 1.5px solid ${color("line")}; border-radius: ${radius}; padding: 4px 14px; }
  legend { font-size: ${size.small}; font-weight: 600; }
`;
