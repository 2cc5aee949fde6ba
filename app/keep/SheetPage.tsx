import { Printer } from "lucide-react";
import { href, useSearchParams } from "react-router";
import { createGlobalStyle, styled } from "styled-components";
import { AXES, AXIS_NAME } from "../../core/machine/index.ts";
import { setupSheet } from "../../core/reports/index.ts";
import type { SquareCode } from "../../server/setup/squareCode.server.ts";
import { ToolIcon } from "../drawing/ToolIcon.tsx";
import type { FirstPartProps } from "../first-part/firstPartProps.ts";
import { PartFigure } from "../first-part/PartFigure.tsx";
import { takeHere } from "../offline/takeHere.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { FileLink, PlainButton, PlainButtonLink } from "../ui/Button.tsx";
import { Pick } from "../ui/Field.tsx";
import { Day } from "../ui/Moment.tsx";
import { color, mono } from "../ui/tokens.ts";
import { VisuallyHidden } from "../ui/VisuallyHidden.tsx";
import { StationsDrawing } from "./StationsDrawing.tsx";

/** Width and height of the room inside the margins, millimetres. */
const PAPER = { a4: ["A4", 190, 277], letter: ["Letter", 196, 259] } as const;

/** The sheet that goes with a job: on paper or as a PDF by way of the browser's print. */
export function SheetPage({
  setup,
  setupId,
  person,
  code,
  now,
  program,
  tolerances,
}: LoadedSetup & Pick<FirstPartProps, "program" | "tolerances"> & { readonly code: SquareCode }) {
  const [search, setSearch] = useSearchParams();
  const chosen = search.get("paper") === "letter" ? "letter" : "a4";
  const [name, width, height] = PAPER[chosen];
  const sheet = setupSheet(setup);
  const { machine, signOff } = setup;
  return (
    <Page>
      <PaperStyle
        $name={name}
        $about={[setup.part, setup.job, setup.operation, machine.name].filter((word) => word !== "").join(" · ")}
      />
      <Bar>
        <Pick
          name="paper"
          label="Paper"
          value={chosen}
          onChange={(value) => setSearch({ paper: value }, { replace: true, preventScrollReset: true })}
          options={[
            ["a4", "A4"],
            ["letter", "Letter"],
          ]}
        />
        <PlainButton onPress={() => window.print()}>
          <Printer size={22} aria-hidden="true" /> Print, or save as PDF
        </PlainButton>
        <FileLink
          href={href("/setups/:setupId/sheet.csv", { setupId })}
          download
          onClick={takeHere(async () => (await import("./sheetCsv.ts")).sheetCsv(setup))}
        >
          Export as CSV
        </FileLink>
        <PlainButtonLink to={href("/setups/:setupId/keep", { setupId })}>Back to the record</PlainButtonLink>
      </Bar>
      <Paper style={{ width: `${width}mm`, minHeight: `${height}mm` }} aria-label="Setup sheet">
        <Top>
          <div>
            <h1>{setup.part}</h1>
            <p>
              {setup.job} · {setup.operation} · {machine.name} · {machine.units}, X as {machine.xShown}
            </p>
            <p>
              {signOff ? (
                <>
                  Signed off by {signOff.person}, <Day at={signOff.at} />
                </>
              ) : (
                "Not signed off"
              )}
              ,{" "}
              {sheet.unproven.length === 0 ? "nothing unproven" : <b>{sheet.unproven.length} not proven, see below</b>}{" "}
              · printed <Day at={now} /> by {person.name} · entry {setup.seq}
            </p>
          </div>
          <figure>
            <svg
              viewBox={`-4 -4 ${code.cells + 8} ${code.cells + 8}`}
              role="img"
              aria-label={`Code that opens ${code.address}`}
            >
              <rect x="-4" y="-4" width={code.cells + 8} height={code.cells + 8} fill="#fff" />
              <path d={code.path} fill="#000" />
            </svg>
            <figcaption>opens this setup</figcaption>
          </figure>
        </Top>
        <Middle>
          <FailsAlone what="The drawing">
            <StationsDrawing setup={setup} />
          </FailsAlone>
          <div>
            <Facts>
              {sheet.about.slice(4).map(([word, value]) => (
                <div key={word}>
                  <dt>{word}</dt>
                  <dd>{value || "–"}</dd>
                </div>
              ))}
            </Facts>
            <Work>
              <thead>
                <tr>
                  <th scope="col">work offset</th>
                  <th scope="col">for</th>
                  <th scope="col">X</th>
                  <th scope="col">Z</th>
                </tr>
              </thead>
              <tbody>
                {sheet.work.map(({ name: work, purpose, x, z }) => (
                  <tr key={work}>
                    <th scope="row">{work}</th>
                    <td>{purpose || "–"}</td>
                    <td>{x || "–"}</td>
                    <td>{z || "–"}</td>
                  </tr>
                ))}
              </tbody>
            </Work>
            {sheet.gauges.length > 0 && (
              <p>
                <b>Measured with:</b> {sheet.gauges.join("; ")}
              </p>
            )}
            {sheet.dimensions.length > 0 && <Listed words="Dimensions that matter" lines={sheet.dimensions} />}
            {sheet.unproven.length > 0 && (
              <Listed words={signOff ? "Not proven when it was signed off" : "Not proven"} lines={sheet.unproven} />
            )}
          </div>
        </Middle>
        <ToolTable sheet={sheet} />
        {sheet.tools.length === 0 && <p>No tools yet. Load them in Prepare.</p>}
        <FailsAlone what="The part">
          <PartFigure setup={setup} program={program} tolerances={tolerances} />
        </FailsAlone>
        {sheet.notes.length > 0 && (
          <Notes>
            <b>Notes</b>
            <ul>
              {sheet.notes.slice(-5).map((note) => (
                <li key={note}>{note}</li>
              ))}
            </ul>
          </Notes>
        )}
        <Caution>
          Door shut before the spindle turns; measure by hand only with the spindle stopped; chuck key out; move clear
          before every index; feed and rapid low for the first motion. The machine's manual, the shop's rules, local law
          and trained people decide.
        </Caution>
      </Paper>
    </Page>
  );
}

const MOST_LINES = 6;

/** A few lines in one run of text; where there are more than fit a sheet, how many more. */
function Listed({ words, lines }: { readonly words: string; readonly lines: readonly string[] }) {
  const shown = lines.slice(0, MOST_LINES).join("; ");
  const more = lines.length - MOST_LINES;
  return (
    <Small>
      <b>{words}:</b> {shown}
      {more > 0 && `; and ${more} more, see the record`}
    </Small>
  );
}

/** A row for each tool: where it stands, what it is, and what the control is to hold of it. */
function ToolTable({ sheet }: { readonly sheet: ReturnType<typeof setupSheet> }) {
  const hasY = sheet.axes.includes("y");
  return (
    <Tools>
      <thead>
        <tr>
          <th scope="col">offset</th>
          <th scope="col">st.</th>
          <th scope="col">
            <VisuallyHidden>outline</VisuallyHidden>
          </th>
          <th scope="col">tool</th>
          <th scope="col">overhang</th>
          <th scope="col">X</th>
          {hasY && <th scope="col">Y</th>}
          <th scope="col">Z</th>
          <th scope="col">R</th>
          <th scope="col">tip</th>
        </tr>
      </thead>
      <tbody>
        {sheet.tools.map((tool) => (
          <tr key={tool.offset}>
            <th scope="row">{tool.offset}</th>
            <td>{tool.station}</td>
            <td>
              <ToolIcon tool={tool.tool.tool} />
            </td>
            <td>
              <b>{tool.what}</b> {tool.size}
              <small>
                {tool.touched} · X {tool.tolerance.x}, Z {tool.tolerance.z}
              </small>
            </td>
            <td>{tool.overhang}</td>
            {sheet.axes.length === 0 && <td>–</td>}
            {AXES.filter((axis) => axis !== "y" || hasY)
              .slice(sheet.axes.length === 0 ? 1 : 0)
              .map((axis) => (
                <td key={axis} aria-label={`${AXIS_NAME[axis]} geometry and wear`}>
                  {tool.geometry[axis] || "–"}
                  {Number(tool.wear[axis].replace("−", "-")) !== 0 && <small>wear {tool.wear[axis]}</small>}
                </td>
              ))}
            <td>{tool.noseRadius || "–"}</td>
            <td>{tool.orientation || "–"}</td>
          </tr>
        ))}
      </tbody>
    </Tools>
  );
}

/** Words as a string of a style sheet, whatever signs are in them. */
const inStyle = (words: string): string =>
  `"${words.replace(/[^\p{L}\p{N} .,·-]/gu, (sign) => `\\${sign.codePointAt(0)?.toString(16)} `)}"`;

/** The paper that the browser prints on: on each page what it belongs to, and which of how many it is. */
const PaperStyle = createGlobalStyle<{ $name: string; $about: string }>`
  @page {
    size: ${({ $name }) => $name} portrait;
    margin: 10mm;
    @bottom-left { content: ${({ $about }) => inStyle($about)}; font: 8pt "Atkinson Hyperlegible Next Variable", sans-serif; }
    @bottom-right { content: counter(page) " of " counter(pages); font: 8pt "Atkinson Hyperlegible Next Variable", sans-serif; }
  }
  @media print { body { background: #fff; min-height: 0; } }
`;
const Page = styled.main`
  height: calc(100dvh - 52px);
  overflow: auto;
  padding: 16px;
  @media print { height: auto; padding: 0; overflow: visible; }
`;
const Bar = styled.div`
  display: flex;
  align-items: end;
  justify-content: center;
  flex-wrap: wrap;
  gap: 12px;
  margin-bottom: 16px;
  @media print { display: none; }
`;
const Paper = styled.article`
  display: flex;
  flex-direction: column;
  gap: 3mm;
  margin: 0 auto;
  padding: 6mm;
  box-sizing: content-box;
  background: ${color("sheet")};
  color: ${color("ink")};
  box-shadow: ${color("shadow")};
  font-size: 3.3mm;
  line-height: 1.25;
  p { font-size: inherit; }
  @media print { width: auto !important; min-height: 0 !important; padding: 0; box-shadow: none; background: none; }
`;
const Top = styled.header`
  display: flex;
  justify-content: space-between;
  gap: 6mm;
  border-bottom: 0.5mm solid ${color("ink")};
  padding-bottom: 2mm;
  h1 { font-size: 6.4mm; line-height: 1.1; }
  figure { margin: 0; text-align: center; }
  figure svg { display: block; width: 22mm; height: 22mm; }
  figcaption { font-size: 2.5mm; }
`;
const Middle = styled.section`
  display: grid;
  grid-template-columns: 78mm minmax(0, 1fr);
  gap: 6mm;
  > svg { width: 100%; max-height: 72mm; }
  > div { display: grid; align-content: start; gap: 3mm; }
`;
const Facts = styled.dl`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1mm 5mm;
  > div { display: grid; grid-template-columns: 22mm minmax(0, 1fr); }
  dt { color: ${color("quiet")}; }
`;
const Work = styled.table`
  border-collapse: collapse;
  th { text-align: left; font-weight: 600; }
  th, td { padding: 0.7mm 2mm 0.7mm 0; border-bottom: 0.2mm solid ${color("line")}; }
  td, thead th:not(:first-child) { text-align: right; }
  td { ${mono} font-size: 3.7mm; }
`;
const Tools = styled.table`
  width: 100%;
  border-collapse: collapse;
  break-inside: auto;
  tr { break-inside: avoid; }
  th, td { padding: 0.6mm 1.2mm; border-bottom: 0.2mm solid ${color("line")}; text-align: left; vertical-align: middle; }
  thead th { border-bottom: 0.4mm solid ${color("ink")}; font-weight: 600; }
  tbody th { ${mono} font-size: 4.4mm; }
  td:nth-of-type(n + 4), thead th:nth-child(n + 5) { text-align: right; white-space: nowrap; }
  td:nth-of-type(n + 4) { ${mono} }
  td:nth-of-type(n + 5) { font-size: 3.6mm; }
  small { display: block; font-size: 2.8mm; color: ${color("quiet")}; }
  svg { display: block; width: 8.5mm; height: 9.2mm; }
`;
const Notes = styled.section`
  ul { list-style: disc; padding-left: 5mm; }
`;
const Small = styled.p`
  font-size: 2.9mm;
  line-height: 1.2;
`;
const Caution = styled.p`
  margin-top: auto;
  padding: 2mm 0 0;
  border-top: 0.2mm solid ${color("line")};
  font-size: 2.9mm;
`;
