import { useMemo, useState } from "react";
import { styled } from "styled-components";
import { faceIsMade, type SetupView, type ToolView, type TouchWay } from "../../core/ledger/index.ts";
import { awayFromWork, largestRetreat } from "../../core/limits/index.ts";
import { AXIS_NAME, type Axis, directionOf, lastDigit, type Zone } from "../../core/machine/index.ts";
import { type EdgeChoice, familyOf, type TouchField, wayOf } from "../../core/tool/index.ts";
import { armError, crossingOf } from "../../core/touch/index.ts";
import { formatMillimetres, MM_PER_INCH, type Unit } from "../../core/units/index.ts";
import { DrawingRoom, DrawingSheet, OnSheet, placeOnSheet } from "../drawing/DrawingSheet.tsx";
import { touchScene } from "../drawing/geometry/touchScene.ts";
import { TouchDrawing } from "../drawing/TouchDrawing.tsx";
import { SHEET, type SheetPoint, toSheet, type View, viewOfTouch } from "../drawing/view.ts";
import { LengthEntry } from "../entry/LengthEntry.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { Remark } from "../ui/Remark.tsx";
import { color, size } from "../ui/tokens.ts";
import { Makes } from "./Makes.tsx";
import type { useTouchEntry } from "./useTouchEntry.ts";
import { fieldWords, instruction, type TouchInWords } from "./words.ts";

interface TouchFormProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice: EdgeChoice;
  readonly isWork: boolean;
  readonly sizeUnit: Unit;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
  readonly children?: React.ReactNode;
}

/** Thinnest a spacer is drawn, in units of the sheet, so that it is seen at arm's length. */
const THINNEST_DRAWN = 7;
/** Where the boxes stand on the sheet: beside the chuck, away from the tool. */
const COLUMN = { left: 20, top: 26, width: 222, height: 108 } as const;
/** More numbers than this hide the drawing; they stand beside it. */
const MOST_ON_SHEET = 3;

/** The drawing that is the form: every number stands on the dimension line that it belongs to. */
export function TouchForm(props: TouchFormProps) {
  const { setup, tool, axis, way, isWork, sizeUnit, entry, mayEnter } = props;
  const { machine } = setup;
  /** The number whose large keys are open: one after another, until the last. */
  const [padAt, setPadAt] = useState<TouchField>();
  const told: TouchInWords = { setup, tool, axis, way };
  const view = useView(setup, tool, axis);
  const scene = useScene(props, view);
  if (!scene)
    return (
      <Remark as="p" $tone="stop">
        The insert of {tool.tool.description} is not a designation that can be drawn.
      </Remark>
    );

  const fields = wayOf(way).fields(axis, tool.zone);
  const others: readonly TouchField[] = fields.filter((field) => field !== "size");
  // Many numbers stand beside the sheet, few on it.
  const isBeside = others.length > MOST_ON_SHEET;
  const column = isBeside ? [] : others;
  const beside = isBeside ? others : [];
  const isLow = standsOf(tool, axis) === "below";
  const top = isLow ? SHEET.height - 40 - COLUMN.height * column.length : COLUMN.top;
  const boxOf = (index: number): SheetPoint => ({
    left: view.isMirrored ? SHEET.width - COLUMN.left - COLUMN.width : COLUMN.left,
    top: top + index * COLUMN.height,
  });
  // The column hangs from the top of the sheet, or stands on its foot under a bar whose tools come from below.
  const columnPlace = {
    left: placeOnSheet(boxOf(0)).left,
    ...(isLow ? { bottom: `${(100 * 34) / SHEET.height}%` } : { top: placeOnSheet(boxOf(0)).top }),
  };
  const leaderTo = (field: TouchField): SheetPoint | undefined => {
    const index = column.indexOf(field);
    if (index < 0) return undefined;
    const box = boxOf(index);
    return { left: box.left + (view.isMirrored ? 10 : COLUMN.width - 40), top: box.top + 34 };
  };
  const middle = toSheet(view, {
    z: (scene.sizeFrom.z + scene.sizeTo.z) / 2,
    x: (scene.sizeFrom.x + scene.sizeTo.x) / 2,
  });
  const tip = scene.contact && toSheet(view, scene.contact);
  const inBore = familyOf(tool.tool) === "bore" ? tip : undefined;
  const sizeBox = fields.includes("size") ? sizeBoxAt(middle, axis, view, inBore) : undefined;
  /** What every field of this touch has in common. */
  const field = (name: TouchField) => {
    const { caption, spoken, quantity, prefix } = fieldWords(told, name);
    const crossing = crossingOf(name);
    const after = fields[fields.indexOf(name) + 1];
    return (
      <LengthEntry
        key={name}
        name={name}
        label={`${spoken}, ${isWork ? `${setup.workOffset.name} ` : ""}${AXIS_NAME[axis]}, tool ${tool.offset}`}
        caption={name === "spacer" && entry.carriedSpacer ? `${caption}, as before` : caption}
        quantity={quantity}
        {...(prefix !== undefined && { prefix })}
        unit={crossing === undefined ? sizeUnit : machine.units}
        {...(crossing !== undefined && { resolution: lastDigit(machine, axis) })}
        text={entry.typed[name] ?? ""}
        onEdit={(edit: (now: string) => string) => entry.edit(name, edit)}
        understood={entry.reading.understood[name]}
        refusal={entry.refusalOf(name)}
        isReadOnly={!mayEnter}
        last={tool[axis]?.typed[name] ?? ""}
        pad={{
          isOpen: padAt === name,
          setOpen: (isOpen) => setPadAt((now) => (isOpen ? name : now === name ? undefined : now)),
          next: after && (() => setPadAt(after)),
        }}
      />
    );
  };
  return (
    <Frame>
      <div>
        <Lead>
          <Instruction>
            {instruction(told)} {way === "preset" && <Retreat {...props} />}
            {tool.zone.arm && <ArmNote setup={setup} arm={tool.zone.arm} />}
          </Instruction>
          {!props.isWork && <Makes setup={setup} tool={tool} axis={axis} />}
        </Lead>
        {props.children}
      </div>
      <Split $beside={isBeside}>
        {isBeside && <Beside>{beside.map((name) => field(name))}</Beside>}
        <DrawingRoom>
          <DrawingSheet>
            <FailsAlone what="The drawing">
              <TouchDrawing
                scene={scene}
                view={view}
                axis={axis}
                touching={`${tool.offset} ${axis} ${way}`}
                along={directionOf(machine, tool.zone, axis === "y" ? "y" : "z", 1).name}
                zero={zeroName(setup, tool)}
                machineBox={scene.retreat ? undefined : (leaderTo("machine") ?? leaderTo("commanded"))}
                spacerBox={scene.spacer && leaderTo("spacer")}
                sizeBox={sizeBox}
              />
            </FailsAlone>
            {column.length > 0 && <OnSheet style={columnPlace}>{column.map((name) => field(name))}</OnSheet>}
            {sizeBox && (
              <OnSheet
                style={
                  axis === "z" && !view.isMirrored
                    ? { ...placeOnSheet(sizeBox), left: "auto", right: "6px" }
                    : placeOnSheet(sizeBox)
                }
              >
                {field("size")}
              </OnSheet>
            )}
          </DrawingSheet>
        </DrawingRoom>
      </Split>
    </Frame>
  );
}

function useScene({ setup, tool, axis, way, choice, isWork, entry }: TouchFormProps, view: View) {
  const { stock, machine, hole, school } = setup;
  const { size: typedSize, spacer, retreat, overhang } = entry.reading.facts.numbers;
  const faced = faceIsMade(setup);
  return useMemo(
    () =>
      touchScene({
        axis,
        way,
        tool: tool.tool,
        zone: tool.zone,
        choice,
        faced,
        stockDiameter: stock.measuredDiameter ?? stock.nominalDiameter,
        stickOut: stock.stickOut,
        chuckDiameter: stock.chuckDiameter,
        toFace: stock.toFace,
        holding: machine.workholding ?? "chuck",
        hole: hole?.diameter,
        size: typedSize,
        spacer,
        retreat,
        overhang,
        visibleSpacer: THINNEST_DRAWN / view.scale,
        onDatum: axis === "z" && school === "datum-face" && !isWork,
      }),
    [
      axis,
      way,
      tool,
      choice,
      faced,
      stock,
      machine,
      hole,
      typedSize,
      spacer,
      retreat,
      overhang,
      view.scale,
      school,
      isWork,
    ],
  );
}

function useView({ stock }: SetupView, tool: ToolView, axis: Axis): View {
  const diameter = stock.measuredDiameter ?? stock.nominalDiameter;
  const stands = standsOf(tool, axis);
  return useMemo(
    () =>
      viewOfTouch({
        diameter,
        tool: tool.tool,
        stands,
        isMirrored: axis !== "y" && tool.zone.works === "sub",
      }),
    [diameter, tool, stands, axis],
  );
}

function standsOf({ tool, zone }: ToolView, axis: Axis): "above" | "below" | "centre" {
  if (axis === "y") return "centre";
  const family = familyOf(tool);
  if (family === "on-centre" || family === "axial") return "centre";
  if (family === "bore") return "centre";
  return zone.from === "minus" ? "below" : "above";
}

/** On X the box sits on the centreline, on its own dimension; on Z below the short dimension; on Y under the bar. */
function sizeBoxAt(middle: SheetPoint, axis: Axis, view: View, inBore: SheetPoint | undefined): SheetPoint {
  if (axis === "z")
    return { left: view.isMirrored ? 20 : middle.left, top: Math.min(middle.top + 22, SHEET.height - 186) };
  if (axis === "y") return { left: middle.left - COLUMN.width / 2, top: Math.min(middle.top + 20, SHEET.height - 180) };
  // In a bore the box stands before the tip, so that it hides no tool.
  const right = inBore ? inBore.left - 64 : middle.left;
  const left = view.isMirrored ? middle.left + 12 : right - 216;
  return { left: Math.max(8, left), top: middle.top - 26 };
}

function zeroName({ school, machine }: SetupView, { zone }: ToolView): string {
  if (zone.works === "sub") return "Z0, worked end";
  return school === "datum-face" ? `datum: ${machine.datumFace ?? "chuck face"}` : "Z0, finished face";
}

/** How large the retreat of a call may be, and what to do about an alarm. */
function Retreat({ setup, tool, axis, choice, entry }: TouchFormProps) {
  const { old, commanded } = entry.reading.facts.numbers;
  if (old === undefined || commanded === undefined) return null;
  const far = axis === "x" && tool.zone.from === "minus" ? -1 : 1;
  const away = awayFromWork(tool, axis, choice);
  const room = largestRetreat(setup.machine, axis, tool.zone, {
    old,
    called: far < 0 && commanded > 0 ? -commanded : commanded,
    work: tool.work[axis] ?? 0,
    away,
  });
  if (room === undefined || room <= 0) return null;
  return (
    <strong>
      At most {formatMillimetres(room, setup.machine.units)} of retreat fits; an over-travel alarm means less.
    </strong>
  );
}

/** An arm whose control carries the cutter's overhang, or not: then what a length error does at its angle. */
function ArmNote({ setup: { machine }, arm }: { readonly setup: SetupView; readonly arm: NonNullable<Zone["arm"]> }) {
  if (arm.carriesOverhang)
    return <span>The control carries the overhang here: any stick-out will do, the outside is what counts.</span>;
  const off = machine.units === "mm" ? 0.1 : 0.005 * MM_PER_INCH;
  const { x, z } = armError(off, arm.angle);
  const write = (millimetres: number) => formatMillimetres(millimetres, machine.units);
  return (
    <span>
      The control does not know this overhang: at the pivot distance of {write(arm.pivotDistance)} the setting is 0. A
      cutter {write(off)} too long cuts X {write(x)} and Z {write(z)} off at {arm.angle}°.
    </span>
  );
}

const Frame = styled.div`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  border: 1px solid ${color("line")};
  border-radius: 3px;
  background: ${color("drawing")};
`;
const Split = styled.div<{ $beside: boolean }>`
  display: grid;
  grid-template-columns: ${({ $beside }) => ($beside ? "262px minmax(0, 1fr)" : "minmax(0, 1fr)")};
  min-height: 0;
  @media (width < 1200px) { grid-template-columns: ${({ $beside }) => ($beside ? "220px minmax(0, 1fr)" : "minmax(0, 1fr)")}; }
`;
const Beside = styled.div`
  display: grid;
  align-content: start;
  gap: 4px;
  padding: 10px;
  overflow: auto;
  border-right: 1px solid ${color("line")};
  background: ${color("sheet")};
  font-size: ${size.small};
  /* A field is as wide as its column, however many digits it would like to show. */
  > * { width: 100%; min-width: 0; }
  input { flex: 1; width: 4ch; }
  @media (width < 1200px) { padding: 6px; }
`;
const Lead = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  border-bottom: 1px solid ${color("line")};
`;
const Instruction = styled.p`
  padding: 7px 14px;
  font-size: ${size.small};
  line-height: 1.25;
  @media (width < 1200px) { padding: 4px 10px; line-height: 1.2; }
`;
