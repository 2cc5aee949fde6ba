import { href } from "react-router";
import { styled } from "styled-components";
import { toolNumber } from "../../core/machine/index.ts";
import { AddFeature } from "../first-part/AddFeature.tsx";
import { drawnLimits } from "../first-part/drawnLimits.ts";
import { limitsText } from "../first-part/limitsText.ts";
import { showFor } from "../shell/useShow.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButtonLink } from "../ui/Button.tsx";
import { DataTable } from "../ui/DataTable.tsx";
import { Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import { StockForm } from "./StockForm.tsx";

/** The stock, and the tolerances that matter, each tied to the offset that makes it. */
export function PartSection(props: PrepareProps) {
  return (
    <Panel>
      <header>
        <h1>Stock and tolerances</h1>
        <p>How careful to be depends on the part: each tight dimension names the offset that makes it.</p>
      </header>
      <StockForm key={JSON.stringify([props.setup.stock, props.setup.rawHole])} {...props} />
      <Features {...props} />
    </Panel>
  );
}

function Features(props: PrepareProps) {
  const { setup, setupId, mayEnter } = props;
  const { features, machine, tools, programRead, stepped } = setup;
  const show = showFor(machine);
  if (tools.length === 0)
    return <Quiet>Once tools are loaded, the dimensions that they must hold are written here.</Quiet>;
  const isDrawn = programRead !== undefined || (stepped?.steps.length ?? 0) > 0;
  return (
    <>
      <h2>Tolerances that matter</h2>
      <PanelRow>
        <PlainButtonLink
          to={`${href("/setups/:setupId/first-part", { setupId })}?view=${isDrawn ? "drawing" : "steps"}`}
        >
          {isDrawn ? "Give limits on the drawing" : "Draw the part by its steps"}
        </PlainButtonLink>
      </PanelRow>
      {features.length > 0 && (
        <Wide>
          <DataTable>
            <thead>
              <tr>
                <th scope="col">dimension</th>
                <th scope="col">made by</th>
                <th scope="col" className="number">
                  nominal
                </th>
                <th scope="col" className="number">
                  limits
                </th>
                <th scope="col" />
              </tr>
            </thead>
            <tbody>
              {features.map((feature) => (
                <tr key={feature.feature}>
                  <th scope="row">{feature.name}</th>
                  <td>
                    {feature.axis.toUpperCase()} of {toolNumber(machine, feature.offset)}
                  </td>
                  <td className="number">
                    {feature.axis === "x" ? "Ø\u00a0" : ""}
                    {show.drawn(feature.axis, feature.nominal)}
                  </td>
                  <td className="number">
                    {limitsText({ ...drawnLimits(feature), by: feature.limitsBy }, feature.axis, show)}
                  </td>
                  <td>
                    {mayEnter && (
                      <UndoButton
                        entry={feature.entry}
                        seq={setup.seq}
                        label="Undo"
                        what={feature.name}
                        setupId={setupId}
                      />
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </DataTable>
        </Wide>
      )}
      <AddFeature {...props} isOpen={false} />
    </>
  );
}

/** A table that is wider than a phone moves by itself. */
const Wide = styled.div`
  min-width: 0;
  overflow-x: auto;
`;
