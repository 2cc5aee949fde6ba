import { Check, CircleDashed, PenLine } from "lucide-react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import type { SkillState } from "../../sim/exercise/progress.ts";
import { ageOf } from "../setups/age.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { Page } from "../ui/Page.tsx";
import { color, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";

interface Row {
  readonly id: string;
  readonly name: string;
  readonly runs: number;
  readonly latest: string | undefined;
  readonly skills: readonly SkillState[];
  readonly signed: readonly string[];
}

/** Team skills for what: people by name, skills across. No times, no order of merit. */
export function ReadyPage({
  person,
  rows,
  now,
}: {
  readonly person: Person;
  readonly rows: readonly Row[];
  readonly now: string;
}) {
  const skills = rows[0]?.skills.filter(({ exercises }) => exercises > 0) ?? [];
  return (
    <>
      <TopStrip
        title="Team skills"
        subtitle="skills by name"
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <Page $widest={1500}>
        <h1>Team skills</h1>
        <p>
          A skill is ready to be signed when each of its exercises was reached alone and cleanly on two lathes. Open a
          person’s record to look at the runs and to sign.
        </p>
        <Scroll>
          <table>
            <thead>
              <tr>
                <th scope="col">Person</th>
                {skills.map(({ skill, name }) => (
                  <th key={skill} scope="col">
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.id}>
                  <th scope="row">
                    <Link to={href("/practice/record/:personId?", { personId: row.id })}>{row.name}</Link>
                    <small>
                      {row.runs === 0
                        ? "nothing yet"
                        : `${row.runs} ${row.runs === 1 ? "run" : "runs"}${row.latest ? `, ${ageOf(row.latest, now)}` : ""}`}
                    </small>
                  </th>
                  {row.skills
                    .filter(({ exercises }) => exercises > 0)
                    .map((skill) => (
                      <td key={skill.skill}>
                        {row.signed.includes(skill.skill) ? (
                          <Verdict $tone="clear">
                            <Check size={18} aria-hidden="true" /> signed
                          </Verdict>
                        ) : skill.isReady ? (
                          <Verdict $tone="doubt">
                            <PenLine size={18} aria-hidden="true" /> ready
                          </Verdict>
                        ) : (
                          <Verdict $tone="quiet">
                            <CircleDashed size={18} aria-hidden="true" /> {skill.learned} of {skill.exercises}
                          </Verdict>
                        )}
                      </td>
                    ))}
                </tr>
              ))}
            </tbody>
          </table>
        </Scroll>
      </Page>
    </>
  );
}

const Scroll = styled.div`
  overflow-x: auto;
  background: ${color("sheet")};
  table { width: 100%; border-collapse: collapse; }
  th, td { padding: 9px 10px; border-bottom: 1px solid ${color("line")}; text-align: left; vertical-align: top; }
  thead th { font-size: ${size.small}; line-height: 1.15; color: ${color("quiet")}; }
  tbody th { white-space: nowrap; font-weight: 700; }
  tbody th a { display: block;  color: ${color("measured")}; }
  small { font-size: ${size.small}; color: ${color("quiet")}; font-weight: 400; }
  td { white-space: nowrap; }
`;
