import { type ReactNode, useMemo, useState } from "react";
import { Link } from "react-router";
import { styled } from "styled-components";
import { isWithinLimits, type OffsetCorrection } from "../../core/correction/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { PartOfSetup, PartSide, ProfilePiece } from "../../core/part/index.ts";
import { layoutPart } from "../drawing/geometry/partLayout.ts";
import { PartDrawing } from "../drawing/PartDrawing.tsx";
import { useRoom } from "../drawing/useRoom.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { type Show, showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewSide } from "../shell/ViewFrame.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Trouble } from "../ui/Trouble.tsx";
import { color, narrow, size } from "../ui/tokens.ts";
import { Working } from "../ui/Working.tsx";
import { Detail, isSmall } from "./Detail.tsx";
import { DimensionLabel, labelRoom } from "./DimensionLabel.tsx";
import { type ComparedDrawing, DrawingFiles } from "./DrawingFiles.tsx";
import { shareOfLimits } from "./drawnLimits.ts";
import { type DrawnDimension, drawingName, drawnDimensions, drawnStock, predictedNext } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { useKeptMeasurements } from "./keptMeasurements.tsx";
import { LimitsForm } from "./LimitsForm.tsx";
import { limitsText } from "./limitsText.ts";
import { MeasureStrip } from "./MeasureStrip.tsx";
import { PartNotes } from "./PartNotes.tsx";
import { toolTone } from "./toolTone.ts";
import { type PartRun, useFinishedPart } from "./useFinishedPart.ts";

type MeasureOnDrawingProps = FirstPartProps & {
  readonly corrections: readonly OffsetCorrection[];
  readonly part: number;
  /** Offset and axis whose surfaces are drawn heavier: the correction that is open. */
  readonly marked: string | undefined;
  /** The dimension on record that is looked at. */
  readonly onShow: (feature: string | undefined) => void;
  /** What stands over the drawing, and beside it. */
  readonly head: ReactNode;
  /** Which part is measured. */
  readonly picker: ReactNode;
  readonly beside: ReactNode;
  readonly chart: ReactNode;
};

/** Measures the first part on its own drawing, made from the program or from typed steps. */
export function MeasureOnDrawing(props: MeasureOnDrawingProps) {
  const run = useFinishedPart(props.setup, props.program);
  const [works, setWorks] = useState<"main" | "sub">("main");
  const sides = run.state === "done" ? run.part.sides : [];
  const side = sides.find((one) => one.works === works) ?? sides[0];
  const head = (
    <>
      {props.head}
      {sides.length > 1 && (
        <Sides>
          {sides.map((one) => (
            <button key={one.works} type="button" aria-pressed={one === side} onClick={() => setWorks(one.works)}>
              {one.works === "main" ? "Main spindle" : "Sub-spindle"}
            </button>
          ))}
        </Sides>
      )}
    </>
  );
  if (side && run.state === "done")
    return <Side key={side.works} {...props} head={head} finished={run.part} side={side} />;
  return (
    <>
      <ViewCentre>
        {head}
        <NoDrawing setup={props.setup} run={run} />
      </ViewCentre>
      <ViewSide>{props.beside}</ViewSide>
    </>
  );
}

/** Why there is no drawing, or that it is being made. */
function NoDrawing({ run, setup }: Pick<FirstPartProps, "setup"> & { readonly run: PartRun }) {
  const steps = <Link to="?view=steps">its steps</Link>;
  switch (run.state) {
    case "none":
      return setup.programRead ? (
        <p role="status">
          The program is not here yet: it comes with the next connection. Measure in the list until then.
        </p>
      ) : (
        <p>
          No program has been imported. Import it on Prepare, and it draws the part; or draw the part by {steps}; or
          measure in the list.
        </p>
      );
    case "failed":
      return <Trouble>{run.message} Reload the page, or measure in the list.</Trouble>;
    case "running":
      return <Working what="The part is being drawn from its program" />;
    case "done":
      return setup.programRead ? (
        <p>This program cuts nothing that a turned section shows. Name its dimensions in the list.</p>
      ) : (
        <Trouble>Of this stock nothing is left between bore and outside. Look at the stock, or at {steps}.</Trouble>
      );
    default:
      return run satisfies never;
  }
}

type SideProps = MeasureOnDrawingProps & { readonly side: PartSide; readonly finished: PartOfSetup };

/** One end of the part: its drawing, what is measured on it, and the strip in which a measurement is typed. */
function Side(props: SideProps) {
  const { setup, side, part, gauges, onShow } = props;
  const state = useSide(props);
  const { shown, selected, chosen, gauge, setGauge, onlyMatters, setOnly, measuredOf } = state;
  const measured = shown.filter(({ isMeasured }) => isMeasured);
  const { element, room } = useRoom<SVGSVGElement>({ width: 640, height: 480 });
  const labels = room.width < PHONE ? "small" : measured.length > MOST_FULL ? "narrow" : "full";
  const [compared, setCompared] = useState<ComparedDrawing>();
  const [tapped, setTapped] = useState(0);
  const show = useMemo(() => showFor(setup.machine), [setup.machine]);
  const layout = useMemo(
    () =>
      layoutPart(
        side.profile,
        shown.map((one) => ({
          dimension: one.dimension,
          ...labelRoom(one, limitsText(one.limits, one.axis, show), labels, recordText(one, show)),
        })),
        room,
      ),
    [side, shown, room, labels, show],
  );
  const [offset, axis] = (props.marked ?? "").split(" ");
  const isMarked = ({ maker, surface }: ProfilePiece) =>
    maker?.offset === offset && (axis === "z") === (surface === "front" || surface === "back");
  const open = props.corrections.find((one) => one.offset === offset && one.axis === axis);
  const isDoubted = open !== undefined && open.verdict !== "offset";
  return (
    <>
      <ViewCentre>
        {props.head}
        <Bar>
          {props.picker}
          <span>
            {measured.filter((one) => measuredOf(one)).length} of {measured.length}
          </span>
          <label>
            <input type="checkbox" checked={onlyMatters} onChange={({ target }) => setOnly(target.checked)} /> with
            limits given
          </label>
          <label>
            <select value={gauge} onChange={({ target }) => setGauge(target.value)} aria-label="gauge">
              <option value="">any gauge</option>
              {gauges.map(({ name, isOverdue }) => (
                <option key={name} value={name}>
                  {name}
                  {isOverdue ? " (overdue)" : ""}
                </option>
              ))}
            </select>
          </label>
        </Bar>
        <Drawn>
          <FailsAlone what="The drawing">
            <PartDrawing
              profile={side.profile}
              layout={layout}
              roomOf={element}
              differing={compared?.differences.map(({ piece }) => piece)}
              name={drawingName(setup)}
              marks={side.marks}
              stock={drawnStock(setup, side)}
              toneOf={(piece) => {
                // What no offset mends is drawn in the colour of doubt where it shows.
                const tone =
                  isMarked(piece) && isDoubted ? "spacer" : piece.maker && toolTone(setup, piece.maker.offset);
                return tone && color(tone);
              }}
              isMarked={isMarked}
              selected={selected}
              labelOf={({ key }) => {
                const drawn = shown.find(({ dimension }) => dimension.key === key);
                if (!drawn) return null;
                const next = drawn.feature && predictedNext(props.corrections, drawn.feature.feature);
                return (
                  <DimensionLabel
                    drawn={drawn}
                    tool={drawn.dimension.maker && toolNumber(setup.machine, drawn.dimension.maker.offset)}
                    tone={drawn.dimension.maker && toolTone(setup, drawn.dimension.maker.offset)}
                    size={labels}
                    isSelected={key === selected}
                    limits={limitsText(drawn.limits, drawn.axis, show)}
                    measured={measuredOf(drawn)}
                    waiting={state.kept.waitingOf(drawn, part)?.text}
                    next={next === undefined ? undefined : show.drawn(drawn.feature?.axis ?? "x", next)}
                    onRecord={recordText(drawn, show)}
                    onSelect={() => {
                      state.select(key);
                      setTapped((count) => count + 1);
                      onShow(drawn.feature?.feature);
                    }}
                  />
                );
              }}
            />
          </FailsAlone>
        </Drawn>
        <PartNotes {...props}>
          {state.others.length > 0 && (
            <span>
              On record, but not on this drawing: {state.others.map(({ name }) => name).join(", ")}. Measure{" "}
              {state.others.length === 1 ? "it" : "them"} <Link to="?view=list">in the list</Link>.{" "}
            </span>
          )}
        </PartNotes>
        {chosen && (
          <MeasureStrip
            key={`${chosen.dimension.key} ${part} ${state.kept.refusedOf(chosen, part)?.id ?? ""}`}
            {...props}
            drawn={chosen}
            part={part}
            tapped={tapped}
            refused={state.kept.refusedOf(chosen, part)}
            onKeep={(text, overdue) => {
              state.kept.keep({ drawn: chosen, part, text, gauge, overdue });
              state.goOn();
            }}
          />
        )}
      </ViewCentre>
      <ViewSide>
        {props.beside}
        {chosen && isSmall(chosen.dimension, layout.scale) && (
          <Detail profile={side.profile} dimension={chosen.dimension} title={chosen.title} times={layout.scale} />
        )}
        {chosen && <LimitsForm key={chosen.dimension.key} {...props} drawn={chosen} />}
        {props.chart}
        <DrawingFiles setup={setup} side={side} compared={compared} onCompared={setCompared} />
      </ViewSide>
    </>
  );
}
/** The size on record where another one is made now; undefined where it is the same. */
const recordText = ({ isChanged, feature }: DrawnDimension, show: Show): string | undefined =>
  isChanged && feature ? show.drawn(feature.axis, feature.nominal) : undefined;
/** More measured dimensions than this have narrow labels. */
const MOST_FULL = 5;
/** Room that is as narrow as a phone's. CSS pixels. */
const PHONE = 480;

/** Which dimensions are shown, which one is chosen, and what was measured of each on this part. */
function useSide(props: SideProps) {
  const { setup, side, tolerances, part, onShow } = props;
  const [onlyMatters, setOnly] = useState(false);
  const [gauge, setGauge] = useState("");
  const [asked, select] = useState<string>();
  const show = useMemo(() => showFor(setup.machine), [setup.machine]);
  const { drawn, others } = useMemo(
    () => drawnDimensions(setup, side.dimensions, tolerances, show),
    [setup, side, tolerances, show],
  );
  const measuredOf = (one: DrawnDimension) => {
    const { feature, limits } = one;
    const found = feature && setup.measured.find((it) => it.feature === feature.feature && it.part === part);
    if (!feature || !found || !limits) return undefined;
    const share = shareOfLimits(feature, found.measured - feature.nominal) ?? 0;
    return { text: show.drawn(feature.axis, found.measured), share, isWithin: isWithinLimits(feature, found.measured) };
  };
  const shown = useMemo(() => drawn.filter(({ matters }) => !onlyMatters || matters), [drawn, onlyMatters]);
  const toMeasure = shown.filter(({ isMeasured }) => isMeasured);
  const kept = useKeptMeasurements(select);
  const isOpen = (one: DrawnDimension) => !measuredOf(one) && !kept.waitingOf(one, part);
  const open = toMeasure.find(isOpen);
  const chosen = toMeasure.find(({ dimension }) => dimension.key === asked) ?? open ?? toMeasure[0];
  return {
    shown,
    onlyMatters,
    setOnly,
    gauge,
    setGauge,
    select,
    measuredOf,
    others,
    kept,
    chosen,
    selected: chosen?.dimension.key,
    /** To the next one that is to be measured, from here on and then from the beginning. */
    goOn: () => {
      const at = chosen ? toMeasure.indexOf(chosen) : -1;
      const order = [...toMeasure.slice(at + 1), ...toMeasure.slice(0, at)];
      const next = order.find(isOpen);
      select(next?.dimension.key ?? asked);
      onShow(chosen?.feature?.feature);
    },
  };
}

const Sides = styled.div`
  display: flex;
  gap: 4px;
  button { min-height: 44px; padding: 0 14px; border: 1.5px solid ${color("edge")}; background: ${color("sheet")}; color: inherit; font: inherit; cursor: pointer; }
  button[aria-pressed="true"] { border-color: ${color("action")}; background: ${color("selected")}; font-weight: 700; }
`;
const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 10px;
  font-size: ${size.small};
  label { display: flex; align-items: center; gap: 6px; min-height: 44px; }
  input[type="checkbox"] { width: 22px; height: 22px; }
  select { ${fieldBox} max-width: 160px; font-size: ${size.small}; }
`;
const Drawn = styled.div`
  flex: 1;
  min-height: 300px;
  border: 1px solid ${color("line")};
  ${narrow} { flex: none; height: min(120vw, 56dvh); }
`;
