import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { featureStates, firstPartCorrections, type OffsetCorrection } from "../../core/correction/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { EmptyPage } from "../ui/EmptyState.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { ViewTabs } from "../ui/Tabs.tsx";
import { color, mono, size, type Token } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { CorrectionPanel } from "./CorrectionPanel.tsx";
import { DriftChart } from "./DriftChart.tsx";
import type { FirstPartProps } from "./firstPartProps.ts";
import { MeasureList } from "./MeasureList.tsx";
import { MeasureOnDrawing } from "./MeasureOnDrawing.tsx";
import { StepsForm } from "./StepsForm.tsx";
import { toolTone } from "./toolTone.ts";
import { VERDICT_WORDS } from "./verdictWords.ts";

/** Cut, measure, correct: measured features against their limits, the correction of each offset, and where it drifts. */
export function FirstPartPage(props: FirstPartProps) {
  const { setup } = props;
  const [search] = useSearchParams();
  const states = featureStates(setup);
  const corrections = firstPartCorrections(setup);
  const last = setup.measured.reduce((most, { part }) => Math.max(most, part), 0);
  const [part, setPart] = useState<number>();
  const shown = part ?? Math.max(1, last);
  const asked = search.get("of");
  const open = corrections.find((one) => keyOf(one) === asked) ?? corrections[0];
  const view = search.get("view") ?? usualView(props);
  const [onDrawing, setFeature] = useState<string>();
  const wanted = view === "list" ? search.get("feature") : onDrawing;
  const feature = states.find((one) => one.feature.feature === wanted) ?? states[0];
  if (setup.tools.length === 0)
    return <EmptyPage>This setup has no tools yet, so nothing makes a dimension.</EmptyPage>;
  const head = (
    <Head>
      <h1>First part</h1>
      <ViewTabs
        name="How it is measured"
        views={setup.programRead ? FIRST_PART_VIEWS : [...FIRST_PART_VIEWS, BY_STEPS]}
        view={view}
      />
    </Head>
  );
  const picker = (
    <Picker>
      <label>
        part
        <input
          aria-label="part number"
          inputMode="numeric"
          value={shown}
          onChange={({ target }) => setPart(Math.max(1, Number.parseInt(target.value, 10) || 1))}
        />
      </label>
      <button type="button" onClick={() => setPart(last + 1)} disabled={last === 0 || shown > last}>
        Next part
      </button>
    </Picker>
  );
  const beside = open ? (
    <CorrectionPanel key={`${keyOf(open)} ${open.value}`} {...props} correction={open} />
  ) : (
    <section>
      <h2>Correction</h2>
      <p>What is measured here gives the correction of the offset that made it.</p>
    </section>
  );
  const chart = feature && (
    <FailsAlone what="The chart">
      <DriftChart {...props} state={feature} />
    </FailsAlone>
  );
  return (
    <ViewFrame>
      <ViewRail aria-label="Corrections">
        <h2>Corrections by offset</h2>
        {corrections.length === 0 ? (
          <Quiet>
            {states.length === 0 && view === "list"
              ? "Name the dimensions first."
              : setup.measured.length === 0
                ? "Cut the first part, then measure it."
                : "Nothing open: cut the next part and measure it."}
          </Quiet>
        ) : (
          <ol>
            {corrections.map((one) => (
              <li key={keyOf(one)}>
                <Link
                  to={`?view=${view}&of=${encodeURIComponent(keyOf(one))}`}
                  replace
                  aria-current={one === open ? "true" : undefined}
                >
                  <CorrectionLine correction={one} {...props} />
                </Link>
              </li>
            ))}
          </ol>
        )}
      </ViewRail>
      <ViewMain>
        {view === "steps" && !setup.programRead ? (
          <>
            <ViewCentre>
              {head}
              <StepsForm {...props} />
            </ViewCentre>
            <ViewSide>{beside}</ViewSide>
          </>
        ) : view === "list" ? (
          <>
            <ViewCentre>
              {head}
              {picker}
              <Caution>Measure only with the spindle stopped, in a safe mode, part cool and clean.</Caution>
              <MeasureList {...props} states={states} part={shown} shown={feature} />
            </ViewCentre>
            <ViewSide>
              {beside}
              {chart}
            </ViewSide>
          </>
        ) : (
          <MeasureOnDrawing
            {...props}
            corrections={corrections}
            part={shown}
            marked={open && keyOf(open)}
            onShow={setFeature}
            head={head}
            picker={picker}
            beside={beside}
            chart={chart}
          />
        )}
      </ViewMain>
    </ViewFrame>
  );
}

/** The ways to measure, by their place in the address. */
const FIRST_PART_VIEWS = [
  ["drawing", "On the drawing"],
  ["list", "As a list"],
] as const;

/** A part without a program is drawn by typing its steps. */
const BY_STEPS = ["steps", "Steps"] as const;

/** The drawing where there is one; else the list where dimensions are on record, and the steps where nothing is. */
function usualView({ setup: { programRead, stepped, features }, program }: FirstPartProps): string {
  if (program !== undefined || (!programRead && stepped && stepped.steps.length > 0)) return "drawing";
  return programRead || features.length > 0 ? "list" : "steps";
}

const keyOf = ({ offset, axis }: Pick<OffsetCorrection, "offset" | "axis">) => `${offset} ${axis}`;

function CorrectionLine({ correction, setup }: FirstPartProps & { readonly correction: OffsetCorrection }) {
  const { offset, axis, verdict, amount, tool } = correction;
  const show = showFor(setup.machine);
  return (
    <Line $tone={toolTone(setup, offset)}>
      <strong>
        {axis.toUpperCase()} of {toolNumber(setup.machine, offset)}
      </strong>
      <output>{show.axis(axis, amount, "tool-offset", tool.zone, "always")}</output>
      <Verdict $tone={verdict === "offset" ? "clear" : "doubt"}>
        {verdict === "offset" && amount === 0 ? "On target" : VERDICT_WORDS[verdict].title}
      </Verdict>
    </Line>
  );
}

const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  h1 { flex: 1; white-space: nowrap; }
`;
const Picker = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  label { display: flex; align-items: center; gap: 8px; font-size: ${size.small}; }
  input { width: 56px; ${fieldBox} ${mono} font-size: 20px; text-align: right; }
  button { min-height: 44px; padding: 6px 12px; border: 1.5px solid ${color("edge")}; background: ${color("sheet")}; color: inherit; font: inherit; cursor: pointer; }
  button:disabled { color: ${color("quiet")}; cursor: default; }
`;
const Caution = styled.p`
  padding-left: 10px;
  border-left: 4px solid ${color("spacer")};
  font-size: ${size.small};
`;
const Quiet = styled.p`
  padding: 0 14px;
  color: ${color("quiet")};
  font-size: ${size.small};
`;
const Line = styled.span<{ $tone: Token | undefined }>`
  display: grid;
  padding-left: 8px;
  /* As the surfaces are drawn that it makes. */
  border-left: 6px solid ${({ $tone }) => ($tone ? color($tone) : "transparent")};
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
  output { ${mono} font-weight: 700; }
  > :last-child { grid-column: 1 / -1; font-size: ${size.small}; }
`;
