import { href, Link } from "react-router";
import { toolNumber } from "../../core/machine/index.ts";
import type { MovedAdvice } from "../../core/plan/index.ts";
import { DataTable } from "../ui/DataTable.tsx";
import { Panel } from "../ui/Panel.tsx";
import { Verdict } from "../ui/Verdict.tsx";
import type { PrepareProps } from "./prepareProps.ts";

const ADVICE: Readonly<Record<MovedAdvice, { readonly words: string; readonly tone: "clear" | "doubt" }>> = {
  touch: { words: "touch anew", tone: "doubt" },
  check: { words: "trust, with a check", tone: "clear" },
  touched: { words: "touched here", tone: "clear" },
};

/** A job that comes again: which tools are touched anew, and which are trusted with a check, each with its reason. */
export function MovedSection({ setup, setupId, moved }: PrepareProps) {
  return (
    <Panel>
      <header>
        <h1>What moved</h1>
        <p>
          By what is on record of this machine. A tool may have been moved without an entry: what is trusted is still
          checked by its two lines before it runs.
        </p>
      </header>
      {moved.length === 0 ? (
        <p>No tool is loaded yet. Load the tools of this job first.</p>
      ) : (
        <DataTable>
          <thead>
            <tr>
              <th scope="col">tool</th>
              <th scope="col">advice</th>
              <th scope="col">because</th>
              <td />
            </tr>
          </thead>
          <tbody>
            {moved.map(({ offset, advice, reason }) => (
              <tr key={offset}>
                <th scope="row">
                  {toolNumber(setup.machine, offset)}{" "}
                  {setup.tools.find((tool) => tool.offset === offset)?.tool.description}
                </th>
                <td>
                  <Verdict $tone={ADVICE[advice].tone}>{ADVICE[advice].words}</Verdict>
                </td>
                <td>{reason}</td>
                <td>
                  {advice === "check" ? (
                    <Link to={`${href("/setups/:setupId/prove", { setupId })}?view=checks&tool=${offset}`}>
                      To its check
                    </Link>
                  ) : (
                    <Link to={`${href("/setups/:setupId/touch", { setupId })}?tool=${offset}&do=x`}>To its touch</Link>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
      {moved.some(({ advice }) => advice === "check") && (
        <p>
          The part is chucked anew all the same: teach the work offset with one tool that is trusted, and Z follows for
          all.
        </p>
      )}
    </Panel>
  );
}
