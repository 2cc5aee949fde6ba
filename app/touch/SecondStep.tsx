import { styled } from "styled-components";
import { firstEdge, type ToolView } from "../../core/ledger/index.ts";
import { LATHE_AXES, type LatheAxis, offsetNumber, toolNumber } from "../../core/machine/index.ts";
import { keyIn } from "../../core/offsets/index.ts";
import { redoReason } from "../../core/plan/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { useEnter } from "../shell/useEnter.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { CentreForm, StepCard } from "./CentreForm.tsx";
import { Caution, FootStripBox } from "./FootStrip.tsx";
import { Foot, KeptBox, LadderPanel } from "./Ladder.tsx";
import { secondZ, shownGeometry } from "./secondNumbers.ts";
import { UndoButton } from "./UndoButton.tsx";
import { edgeName, madeFrom } from "./words.ts";

/** A second offset of a blade: what it is made of, what to key, and the same change once its first was touched anew. */
export function SecondStep({ setup, setupId, tool, mayEnter, now }: LoadedSetup & { readonly tool: ToolView }) {
  const { machine } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const second = tool.second;
  useEnter(() => {
    if (mayEnter && second && redoReason(setup, tool, "second"))
      form.send("make-second", { offset: tool.offset, of: second.of, edge: second.edge });
  });
  const first = setup.tools.find(({ offset }) => offset === second?.of);
  if (!second || !first) return null;
  const again = redoReason(setup, tool, "second");
  const width = "width" in tool.tool ? tool.tool.width : 0;
  const show = (axis: LatheAxis, millimetres: number | undefined) =>
    shownGeometry(machine, tool.zone, axis, millimetres);
  const cell = (axis: LatheAxis) => {
    const record = tool[axis];
    return (
      record &&
      keyIn(machine, axis, { exact: record.exact, touched: undefined, before: tool.control?.[axis] }, tool.zone)
    );
  };
  const follow = () => form.send("make-second", { offset: tool.offset, of: second.of, edge: second.edge });
  const name = toolNumber(machine, tool.offset);
  return (
    <>
      <CentreForm
        aria-label={`Second offset ${tool.offset}`}
        onSubmit={(event) => {
          event.preventDefault();
          if (mayEnter && again) follow();
        }}
      >
        <h1>
          {name}: {edgeName(second.edge, machine, tool.zone)} of the blade of {toolNumber(machine, first.offset)}
        </h1>
        <StepCard>
          <p>
            The blade is {formatLength(convertLength(width, "mm", machine.units), machine.resolution.z)} {machine.units}{" "}
            wide. Its second offset lets the program move the other edge, and the two walls be corrected apart:{" "}
            {madeFrom(firstEdge(first))}, the corner radius is repeated, the orientation is that of this edge. Wear is
            kept apart.
          </p>
          <Grid>
            <thead>
              <tr>
                <th scope="col">cell</th>
                <th scope="col">{toolNumber(machine, first.offset)}</th>
                <th scope="col">{name}</th>
                <th scope="col">key into {offsetNumber(machine, tool.offset)}</th>
              </tr>
            </thead>
            <tbody>
              {LATHE_AXES.map((axis) => {
                const keyed = cell(axis);
                return (
                  <tr key={axis}>
                    <th scope="row">{axis.toUpperCase()}</th>
                    <td>{show(axis, first[axis]?.exact)}</td>
                    <td>{show(axis, tool[axis]?.exact)}</td>
                    <td>
                      <strong>
                        {keyed
                          ? formatLength(
                              keyed.entry.number,
                              machine.resolution[axis],
                              keyed.entry.as === "add" ? { sign: "always" } : {},
                            )
                          : "–"}
                      </strong>
                    </td>
                  </tr>
                );
              })}
              <tr>
                <th scope="row">tip orientation</th>
                <td>{first.nose?.orientation ?? "–"}</td>
                <td>{tool.nose?.orientation}</td>
                <td>
                  <strong>{tool.nose?.orientation}</strong>
                </td>
              </tr>
            </tbody>
          </Grid>
          <Question as="p">
            Calling the second offset is an index command. If the tool is moved to another station and only one call is
            renumbered, it indexes over the part: send it clear first, or accept the risk knowingly.
          </Question>
        </StepCard>
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <LadderPanel aria-label={`Result, second offset ${tool.offset}`}>
        <h1>{name} · second offset</h1>
        {again && (
          <Question role="status">
            {again}. The same change for this offset: Z {show("z", secondZ(first, second.edge))}.
          </Question>
        )}
        <Foot>
          <Trouble>{form.trouble}</Trouble>
          <KeptBox>
            <span>
              Made by {second.person}, <Moment at={second.at} now={now} />
            </span>
            {mayEnter && (
              <UndoButton
                setupId={setupId}
                entry={second.entry}
                seq={setup.seq}
                label="Undo"
                what={`second offset ${tool.offset}`}
              />
            )}
          </KeptBox>
          {mayEnter && again && (
            <PrimaryButton onPress={follow} isDisabled={form.busy}>
              {form.busy ? "Saving…" : "Follow the first"}
            </PrimaryButton>
          )}
        </Foot>
      </LadderPanel>
      <FootStripBox>
        <p>A second offset is not touched: it follows its first.</p>
        <Caution>Move clear before every index.</Caution>
      </FootStripBox>
    </>
  );
}

const Grid = styled.table`
  border-collapse: collapse;
  th { padding: 8px; text-align: left; font-size: ${size.small}; color: ${color("quiet")}; }
  td { padding: 8px; ${mono} font-size: ${size.text}; text-align: right; }
  strong { font-size: ${size.number}; }
  thead th { text-align: right; }
  thead th:first-child { text-align: left; }
  tbody tr { border-top: 1px solid ${color("line")}; }
`;
