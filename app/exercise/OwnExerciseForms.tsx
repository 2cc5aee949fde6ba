import { useState } from "react";
import { Form, useNavigation } from "react-router";
import type { AuthoredFrom } from "../../server/practice/setupToAuthor.server.ts";
import { SKILLS } from "../../sim/exercise/skills.ts";
import { GAUGE_DRAWER, GAUGES, type GaugeKind } from "../../sim/gauge/gauge.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";

/** An exercise that another one is made like. */
export interface LikeThis {
  readonly id: string;
  readonly title: string;
  readonly task: string;
  readonly skill: string;
  readonly gauges: readonly GaugeKind[];
  readonly units: "mm" | "in";
}

/** The form for an exercise like another one: told anew, held to other tolerances, with other things on the bench. */
export function FromExercise({
  like,
  fields,
  isRefused,
}: {
  readonly like: LikeThis;
  readonly fields: Readonly<Record<string, string>>;
  readonly isRefused: boolean;
}) {
  const { state } = useNavigation();
  const [gauges, setGauges] = useState<readonly GaugeKind[]>(like.gauges);
  return (
    <Form method="post" preventScrollReset>
      <input type="hidden" name="intent" value="from-exercise" />
      <input type="hidden" name="like" value={like.id} />
      <input type="hidden" name="gauges" value={gauges.join(",")} />
      <Told title={`${like.title}, our way`} task={like.task} skill={like.skill} fields={fields} />
      <Columns $count={3}>
        <Length name="withinX" label={`X within, Ø ${like.units}`} placeholder="as it is" fields={fields} />
        <Length name="withinZ" label={`Z within, ${like.units}`} placeholder="as it is" fields={fields} />
        <Length name="paper" label={`Paper, ${like.units} thick`} placeholder="as it is" fields={fields} />
      </Columns>
      <Ticks
        legend="Gauges on the bench"
        options={GAUGES.map((gauge) => [gauge, GAUGE_DRAWER[gauge].name])}
        ticked={gauges}
        onChange={setGauges}
      />
      {isRefused && <Elsewhere fields={fields} />}
      <PrimaryButton type="submit" isDisabled={state !== "idle"}>
        Make one like it
      </PrimaryButton>
    </Form>
  );
}

/** A length of a form, with why it cannot be taken below. */
function Length({
  name,
  label,
  fields,
  ...input
}: {
  readonly name: string;
  readonly label: string;
  readonly fields: Readonly<Record<string, string>>;
  readonly placeholder?: string;
  readonly defaultValue?: string;
}) {
  return (
    <label>
      {label}
      <input name={name} inputMode="decimal" aria-invalid={name in fields} {...input} />
      {fields[name] && <RefusalLine role="alert">{fields[name]}</RefusalLine>}
    </label>
  );
}

/** What is told of an exercise: its name, its task, what it trains. */
function Told({
  title,
  task,
  skill,
  fields,
}: {
  readonly title: string;
  readonly task: string;
  readonly skill?: string;
  readonly fields: Readonly<Record<string, string>>;
}) {
  const wrong = (name: string) => fields[name] && <RefusalLine role="alert">{fields[name]}</RefusalLine>;
  return (
    <>
      <label>
        What it is called
        <input name="title" maxLength={120} defaultValue={title} aria-invalid={"title" in fields} />
      </label>
      {wrong("title")}
      <label>
        Task
        <textarea name="task" maxLength={1200} rows={3} defaultValue={task} aria-invalid={"task" in fields} />
      </label>
      {wrong("task")}
      <label>
        Skill
        <select name="skill" defaultValue={skill}>
          {SKILLS.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
    </>
  );
}

/** Some of several things, each with a box to tick; why they cannot be those stands below. */
function Ticks<Id extends string>({
  legend,
  options,
  ticked,
  onChange,
  wrong,
}: {
  readonly legend: string;
  readonly options: readonly (readonly [id: Id, words: string])[];
  readonly ticked: readonly Id[];
  readonly onChange: (ticked: readonly Id[]) => void;
  readonly wrong?: string | undefined;
}) {
  return (
    <fieldset>
      <legend>{legend}</legend>
      {options.map(([id, words]) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={ticked.includes(id)}
            onChange={({ target }) => onChange(target.checked ? [...ticked, id] : ticked.filter((one) => one !== id))}
          />
          {words}
        </label>
      ))}
      {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
    </fieldset>
  );
}

/** Refusals of what has no field in the form. */
function Elsewhere({ fields }: { readonly fields: Readonly<Record<string, string>> }) {
  return Object.keys(fields)
    .filter((name) => !KNOWN.includes(name))
    .map((name) => (
      <RefusalLine key={name} role="alert">
        {fields[name]}
      </RefusalLine>
    ));
}

/** The form for an exercise from a setup. */
export function FromSetup({
  from,
  fields,
  isRefused,
}: {
  readonly from: AuthoredFrom;
  readonly fields: Readonly<Record<string, string>>;
  readonly isRefused: boolean;
}) {
  const { state } = useNavigation();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  return (
    <Form method="post" preventScrollReset>
      <input type="hidden" name="intent" value="from-setup" />
      <input type="hidden" name="setup" value={from.id} />
      <input type="hidden" name="tools" value={chosen.join(",")} />
      <Told
        title={`${from.part}, ${from.operation}`}
        task={`The tools of ${from.part} were off and are back in their stations. Set them anew, as at the ${from.machine}.`}
        fields={fields}
      />
      <Ticks
        legend="Tools that were off and have to be set"
        options={from.tools.map(({ offset, station, description }) => [offset, `${station} · ${description}`])}
        ticked={chosen}
        onChange={setChosen}
        wrong={fields.tools}
      />
      <Columns $count={2}>
        <Length
          name="withinX"
          label={`X within, Ø ${from.units}`}
          defaultValue={from.units === "mm" ? "0.04" : ".0015"}
          fields={fields}
        />
        <Length
          name="withinZ"
          label={`Z within, ${from.units}`}
          defaultValue={from.units === "mm" ? "0.06" : ".0025"}
          fields={fields}
        />
      </Columns>
      <label>
        <input type="checkbox" name="nose" value="yes" /> nose radius and tip orientation too
      </label>
      <label>
        <input type="checkbox" name="proof" value="yes" /> and prove each by two lines
      </label>
      {isRefused && <Elsewhere fields={fields} />}
      <PrimaryButton type="submit" isDisabled={state !== "idle"}>
        Make the exercise
      </PrimaryButton>
    </Form>
  );
}
/** Fields whose refusal stands beside them. */
const KNOWN = ["title", "task", "tools", "withinX", "withinZ", "paper", "text"];
