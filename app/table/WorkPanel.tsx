import { useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import { findingOfSetWork } from "../../core/commands/index.ts";
import type { SetupView, ToolView, WorkMeans } from "../../core/ledger/index.ts";
import { AXIS_NAME, LATHE_AXES, type LatheAxis, lastDigit, toolNumber, workInZone } from "../../core/machine/index.ts";
import { workAfter, workAmount, workNow, workRows, workUses } from "../../core/offsets/index.ts";
import { formatLength, readLength } from "../../core/units/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { WouldReckon } from "../touch/RestsOn.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Field, Pick } from "../ui/Field.tsx";
import { Question } from "../ui/Question.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { ChangeTable } from "./Preview.tsx";

const NAMES: readonly string[] = ["G54", "G55", "G56", "G57", "G58", "G59"];
const MEANS: Readonly<Record<WorkMeans, readonly [words: string, asks: string]>> = {
  entered: ["the number itself", "Work offset, as the control shows it"],
  "datum-distance": ["distance from the datum face to the part's face", "Distance, plus away from what holds the part"],
  "next-operation": ["this operation's, moved by where the next face stands", "The face moves by (2.5 shorter: −2.5)"],
  shift: ["moved by how far the face moved when re-chucked", "The face moved by"],
};

/** Work offsets: taught with any tool that is set, or set by what is known; seen with its closure before it is kept. */
export function WorkPanel({ setup, setupId, person, mayEnter }: LoadedSetup) {
  const { machine, workOffset, school, tools } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const [name, setName] = useState<string>(workOffset.name);
  const [axis, setAxis] = useState<LatheAxis>("z");
  const [means, setMeans] = useState<WorkMeans>(school === "datum-face" ? "datum-distance" : "entered");
  const [text, setText] = useState("");
  const [meant, setMeant] = useState("");
  const names = [...new Set([...workRows(setup).map((row) => row.name), ...NAMES])].sort();
  const spindle = workUses(setup).find((use) => use.name === name)?.spindle ?? "main";
  const able = tools.filter(({ z, second, zone }) => z && !second && zone.works === spindle);
  const teach = name === workOffset.name ? "" : `&${new URLSearchParams({ under: name })}`;
  const offered = (Object.keys(MEANS) as WorkMeans[]).filter(
    (one) => !(one === "next-operation" && name === workOffset.name) && !(one === "datum-distance" && axis === "x"),
  );
  const chosen = offered.includes(means) ? means : "entered";
  const read = readLength(text, { units: machine.units, ...(person.decimalMark && { decimal: person.decimalMark }) });
  const to = read.ok
    ? workAfter(setup, name, axis, chosen, workAmount(machine, axis, chosen, read.value.exact))
    : undefined;
  const finding = to === undefined ? {} : findingOfSetWork(setup, { name, axis, means: chosen, value: text }, to);
  const { doubt } = finding;
  const isMeant = doubt === undefined || meant === text;
  const set = () => {
    if (to === undefined || finding.refused !== undefined || !isMeant || form.busy) return;
    form.send("set-work", { name, axis, means: chosen, value: text, ...(doubt !== undefined && { meant: "yes" }) });
  };
  return (
    <Panel aria-label="Work offsets">
      <h2>Work offsets</h2>
      <p>A work offset moves every tool; a tool's offset moves one.</p>
      <ul>
        {workRows(setup).map((row) => (
          <li key={row.name}>
            <b>{row.name}</b>
            {LATHE_AXES.map((one) => (
              <span key={one}>
                {AXIS_NAME[one]}{" "}
                {row.values[one] === undefined ? (
                  <em>not known</em>
                ) : (
                  formatLength(row.values[one], lastDigit(machine, one))
                )}
              </span>
            ))}
            <small>{row.isActive ? "active" : "called"}</small>
          </li>
        ))}
      </ul>
      {mayEnter && (
        <>
          <Pick
            name="name"
            label="Work offset"
            value={name}
            onChange={setName}
            options={names.map((one) => [one, one])}
          />
          <h3>Teach {name} Z with a tool that is set</h3>
          {able.length === 0 ? (
            <p>No tool of the {spindle === "main" ? "main spindle" : "sub-spindle's part"} has its Z yet.</p>
          ) : (
            <Teachers>
              {able.map(({ offset }) => (
                <Link key={offset} to={`${href("/setups/:setupId/touch", { setupId })}?tool=${offset}&do=work${teach}`}>
                  {toolNumber(machine, offset)}
                </Link>
              ))}
            </Teachers>
          )}
          <p>Stock that is still to be faced is the face's Z there; paper or block counts once.</p>
          <h3>Or set one</h3>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              set();
            }}
          >
            <Columns $count={2}>
              <Pick
                name="axis"
                label="Axis"
                value={axis}
                onChange={(value) => setAxis(value === "x" ? "x" : "z")}
                options={[
                  ["z", "Z"],
                  ["x", "X"],
                ]}
              />
            </Columns>
            <Pick
              name="means"
              label="By"
              value={chosen}
              onChange={(value) => setMeans(value as WorkMeans)}
              options={offered.map((one) => [one, MEANS[one][0]])}
            />
            <Field
              name="value"
              label={`${MEANS[chosen][1]}, ${machine.units}`}
              value={text}
              onChange={setText}
              refusal={
                text === "" ? undefined : read.ok ? (finding.refused ?? form.refusalOf("value")) : read.refusal.message
              }
            />
            {to !== undefined && <WorkChange setup={setup} able={able} name={name} axis={axis} to={to} />}
            {to !== undefined && <WouldReckon setup={setup} name={name} axis={axis} to={to} />}
            {doubt !== undefined && (
              <Question>
                <p>{doubt}</p>
                <label>
                  <input
                    type="checkbox"
                    checked={isMeant}
                    onChange={(event) => setMeant(event.target.checked ? text : "")}
                  />{" "}
                  It is meant
                </label>
              </Question>
            )}
            <PlainButton
              type="submit"
              isDisabled={to === undefined || finding.refused !== undefined || !isMeant || form.busy}
            >
              Set {name} {AXIS_NAME[axis]}
            </PlainButton>
            <RefusalLine>{form.trouble}</RefusalLine>
          </form>
        </>
      )}
    </Panel>
  );
}

/** What a work offset becomes, and where each tool then stands at the part's face. Lengths in millimetres. */
function WorkChange({
  setup,
  able,
  name,
  axis,
  to,
}: {
  readonly setup: SetupView;
  readonly able: readonly ToolView[];
  readonly name: string;
  readonly axis: LatheAxis;
  readonly to: number;
}) {
  const { machine } = setup;
  const show = showFor(machine);
  return (
    <ChangeTable>
      <caption>
        {name} {AXIS_NAME[axis]}, and where each tool stands at the part's face
      </caption>
      <tbody>
        <tr>
          <th scope="row">
            {name} {AXIS_NAME[axis]}
          </th>
          <td>{show.work(axis, workNow(setup, name, axis))}</td>
          <td>{show.work(axis, to)}</td>
        </tr>
        {axis === "z" &&
          able.slice(0, 6).map(({ offset, z, zone }) => (
            <tr key={offset}>
              <th scope="row">{toolNumber(machine, offset)}: machine Z at Z0</th>
              <td />
              <td>{show.axis("z", (z?.exact ?? 0) + workInZone(machine, "z", to, zone), "readout", zone)}</td>
            </tr>
          ))}
      </tbody>
    </ChangeTable>
  );
}

const Panel = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 10px;
  h2 { font-size: ${size.number}; }
  h3 { margin: 6px 0 0; font-size: ${size.text}; }
  p { color: ${color("quiet")}; font-size: ${size.small}; }
  li { display: grid; grid-template-columns: minmax(52px, auto) minmax(0, 1fr) minmax(0, 1fr) auto; align-items: baseline; gap: 8px; padding: 6px 0; border-bottom: 1px solid ${color("line")}; }
  li span { ${mono} font-size: ${size.text}; white-space: nowrap; text-align: right; }
  li em { font-family: inherit; font-style: normal; font-size: ${size.small}; letter-spacing: -0.04em; }
  li small { color: ${color("quiet")}; font-size: ${size.small}; }
  form { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; }
`;
const Teachers = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  a { display: grid; place-items: center; min-width: 64px; min-height: 48px; border: 1.5px solid ${color("action")}; border-radius: 3px; ${mono} font-weight: 700; text-decoration: none; }
  a:hover { background: ${color("selected")}; }
`;
