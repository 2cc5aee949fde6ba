import { Download } from "lucide-react";
import { Link } from "react-router";
import { styled } from "styled-components";
import { type KeyIn, setupTable } from "../../core/offsets/index.ts";
import { decimalsOf } from "../../core/units/index.ts";
import type { LoadedSetup } from "../frame/useSetup.ts";
import { buttonLink } from "../ui/Button.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { Difference } from "./Difference.ts";
import { OffsetRows } from "./OffsetRows.tsx";
import { type OffsetsFile, offsetsFile } from "./offsetsFile.ts";
import { SchoolPanel } from "./SchoolPanel.tsx";
import { WorkRows } from "./WorkRows.tsx";

const MEASURING: Readonly<Record<KeyIn["entry"]["as"], string>> = {
  overwrite: "This machine overwrites a cell with what is keyed.",
  add: "This machine adds what is keyed to the cell.",
  "touched-dimension": "This machine is told the touched dimension and works the cell out itself.",
};

/** The offset table: what the control held, what it is to hold, what to key, and the file that does it. */
export function TablePage(loaded: LoadedSetup) {
  const { setup, setupId, mayEnter } = loaded;
  const { machine, workOffset } = setup;
  const rows = setupTable(setup);
  const file = offsetsFile(setup);
  const places = decimalsOf(machine.resolution.x);
  return (
    <Page>
      <Main>
        <header>
          <h1>
            Offset table
            <OnPaper>
              : {setup.job}, {setup.part}, {setup.operation}, {machine.name}
            </OnPaper>
          </h1>
          <p>
            {machine.units}, X as {machine.xShown}, {places} decimals. {MEASURING[machine.measuring]} Work offset{" "}
            {workOffset.name} is active.
          </p>
        </header>
        {rows.length === 0 ? (
          <p>This setup has no tools yet.</p>
        ) : (
          <Scroll aria-label="Offset table" tabIndex={0}>
            <Grid>
              <thead>
                <tr>
                  <th scope="col">offset, column</th>
                  <th scope="col">in the control</th>
                  <th scope="col">from Luvrit</th>
                  <Difference as="th" scope="col">
                    difference
                  </Difference>
                  <th scope="col">key in</th>
                  <th scope="col">display then</th>
                  <th scope="col">
                    <VisuallyHidden>take back</VisuallyHidden>
                  </th>
                </tr>
              </thead>
              <WorkRows setup={setup} />
              {rows.map((row) => (
                <OffsetRows key={row.tool.offset} row={row} setup={setup} setupId={setupId} mayEnter={mayEnter} />
              ))}
            </Grid>
          </Scroll>
        )}
        <Note>
          Rows that nobody touched stay as they are, in the control and in the file. Write down or back up the control's
          own table before loading anything.
        </Note>
      </Main>
      <Aside aria-label="School, and file for the control">
        <SchoolPanel {...loaded} />
        <h2>File for the control</h2>
        {file.rows === 0 ? (
          <p>
            Nothing has been touched yet, so there is nothing to take away.{" "}
            <Link to={`/setups/${setupId}/touch`}>Go to Touch.</Link>
          </p>
        ) : (
          <TakeAway setupId={setupId} file={file} hasY={rows.some(({ y }) => y !== undefined)} />
        )}
      </Aside>
    </Page>
  );
}

function TakeAway({
  setupId,
  file,
  hasY,
}: {
  readonly setupId: string;
  readonly file: OffsetsFile;
  readonly hasY: boolean;
}) {
  return (
    <>
      <p>
        Data-setting G-code, {file.rows === 1 ? "one tool" : `${file.rows} tools`}. Read it before it is loaded; then
        load it with the machine standing still.
      </p>
      {hasY && <p role="note">It holds X and Z. Key Y by hand, from the table.</p>}
      <FileText aria-label="Contents of the file" tabIndex={0}>
        <pre>{file.text}</pre>
      </FileText>
      <TakeFile href={`/setups/${setupId}/offsets.nc`} download={file.name}>
        <Download size={22} aria-hidden="true" /> <span>Take {file.name}</span>
      </TakeFile>
    </>
  );
}

const Page = styled.div`
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 350px;
  height: calc(100dvh - 52px);
  @media (width < 1200px) { grid-template-columns: minmax(0, 1fr) 264px; }
  @media (width >= 1800px) { grid-template-columns: minmax(0, 1fr) 620px; }
  @media print { display: block; height: auto; }
`;
const Main = styled.main`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  gap: 10px;
  padding: 16px;
  min-width: 0;
  h1 { font-size: ${size.number}; }
  header p { font-size: ${size.small}; color: ${color("quiet")}; }
`;
/** The strip with the setup's name is not printed. */
const OnPaper = styled.span`
  display: none;
  @media print { display: inline; }
`;
const Scroll = styled.section`
  overflow: auto;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  @media print { overflow: visible; }
`;
const Grid = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: ${size.small};
  thead th { position: sticky; top: 0; padding: 8px; background: ${color("sheet")}; box-shadow: inset 0 -1px ${color("line")}; text-align: right; color: ${color("quiet")}; font-weight: 600; white-space: nowrap; }
  thead th:first-child, tbody th { text-align: left; }
  td small { display: block; line-height: 1.1; }
  td { padding: 4px 8px; ${mono} font-size: ${size.text}; text-align: right; white-space: nowrap; }
  tbody tr { height: 52px; border-top: 1px solid color-mix(in srgb, ${color("line")} 55%, transparent); }
  tbody { border-top: 2px solid ${color("edge")}; }
  tbody th { padding: 4px 8px; font-weight: 600; }
  small { font-size: ${size.small}; font-weight: 400; color: ${color("quiet")}; white-space: nowrap; }
`;
const Note = styled.p`
  font-size: ${size.small};
  color: ${color("quiet")};
`;
const Aside = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 16px;
  min-height: 0;
  overflow: auto;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  h2 { font-size: ${size.text}; }
  p { font-size: ${size.small}; }
`;
const FileText = styled.section`
  flex: 1;
  min-height: 180px;
  padding: 12px;
  overflow: auto;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("plate")};
  pre { margin: 0; ${mono} font-size: ${size.small}; white-space: pre-wrap; }
`;
const TakeFile = styled.a`${buttonLink}`;
