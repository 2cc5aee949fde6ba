import { useMemo } from "react";
import { styled } from "styled-components";
import type { TouchField } from "../../core/judgement/index.ts";
import type { SetupView, ToolView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { readInsertDesignation } from "../../core/tool/index.ts";
import type { Unit } from "../../core/units/index.ts";
import { outsideTouchScene } from "../drawing/geometry/outsideTouchScene.ts";
import { TouchDrawing } from "../drawing/TouchDrawing.tsx";
import { SHEET, type SheetPoint, toSheet, viewOfBar } from "../drawing/view.ts";
import { LengthEntry } from "../entry/LengthEntry.tsx";
import { color, size } from "../ui/tokens.ts";
import type { useTouchEntry } from "./useTouchEntry.ts";
import { instruction, wording } from "./words.ts";

interface TouchFormProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly sizeUnit: Unit;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
}

/** Thinnest a spacer is drawn, in units of the sheet, so that it is seen at arm's length. */
const THINNEST_DRAWN = 7;
/** Where the boxes stand on the sheet; the tool hangs in from the upper right, so they keep to the left of it. */
const BOXES = { left: 20, top: 26 };
/** Where leaders end, inside the boxes at every size of the sheet. */
const MACHINE_LEADER = { left: BOXES.left + 190, top: BOXES.top + 40 };
const SPACER_LEADER = { left: BOXES.left + 170, top: BOXES.top + 142 };

/** The drawing that is the form: every number stands on the dimension line that it belongs to. */
export function TouchForm({ setup, tool, axis, way, sizeUnit, entry, mayEnter }: TouchFormProps) {
  const { stock, machine } = setup;
  const stockDiameter = stock.measuredDiameter ?? stock.nominalDiameter;
  const view = useMemo(() => viewOfBar(stockDiameter, tool.tool.shank), [stockDiameter, tool.tool.shank]);
  const insert = useMemo(() => readInsertDesignation(tool.tool.insert), [tool.tool.insert]);
  const { size: typedSize, spacer } = entry.reading.understood;
  const faced = setup.tools.some((one) => one.z !== undefined);
  const scene = useMemo(
    () =>
      insert.ok
        ? outsideTouchScene({
            axis,
            way,
            tool: tool.tool,
            insert: insert.value,
            stockDiameter,
            stickOut: stock.stickOut,
            chuckDiameter: stock.chuckDiameter,
            size: typedSize?.mm,
            spacer: spacer?.mm,
            visibleSpacer: THINNEST_DRAWN / view.scale,
            faced,
            toFace: stock.toFace,
          })
        : undefined,
    [axis, way, tool.tool, insert, stockDiameter, stock, typedSize?.mm, spacer?.mm, view.scale, faced],
  );
  if (!scene) return <Unknown>The insert “{tool.tool.insert}” is not a designation that can be drawn.</Unknown>;

  const words = wording(axis, way);
  const middle = toSheet(view, { z: (scene.sizeFrom.z + scene.sizeTo.z) / 2, x: 0 });
  // On X the box sits on the centreline, on its own dimension; on Z in front of the face, beside the short dimension.
  const sizeBox =
    axis === "x"
      ? { left: Math.max(8, middle.left - 216), top: middle.top - 26 }
      : { left: middle.left, top: toSheet(view, scene.sizeFrom).top + 22 };
  /** What every field of this touch has in common. */
  const field = (name: TouchField, spoken: string, unit: Unit) => ({
    name,
    label: `${spoken}, ${axis.toUpperCase()}, tool ${tool.offset}`,
    unit,
    text: entry.typed[name],
    onEdit: (edit: (now: string) => string) => entry.edit(name, edit),
    understood: entry.reading.understood[name],
    refusal: entry.refusalOf(name),
    isReadOnly: !mayEnter,
    last: tool[axis]?.typed[name] ?? "",
  });
  const entries = (
    <>
      <At style={placeOf(BOXES)}>
        <LengthEntry
          {...field("machine", "machine position at contact", machine.units)}
          caption="machine at contact"
          prefix={axis.toUpperCase()}
          quantity="machine"
          resolution={machine.resolution[axis]}
        />
        {way !== "skim" && (
          <LengthEntry {...field("spacer", words.spacer, sizeUnit)} caption={words.spacer} quantity="spacer" />
        )}
      </At>
      <At style={axis === "x" ? placeOf(sizeBox) : { ...placeOf(sizeBox), left: "auto", right: "6px" }}>
        <LengthEntry
          {...field("size", words.sizeSpoken, sizeUnit)}
          caption={words.size}
          prefix={axis === "x" ? "Ø" : "Z"}
          quantity="measured"
        />
      </At>
    </>
  );
  return (
    <Frame>
      <Instruction>{instruction(axis, way)}</Instruction>
      <Room>
        <Sheet>
          <TouchDrawing
            scene={scene}
            view={view}
            axis={axis}
            machineBox={MACHINE_LEADER}
            spacerBox={scene.spacer && SPACER_LEADER}
            sizeBox={sizeBox}
          />
          {entries}
        </Sheet>
      </Room>
    </Frame>
  );
}

/** A box's place on the sheet; on Z it stands as far right as the sheet goes. */
const placeOf = ({ left, top }: SheetPoint) => ({
  left: `${(100 * left) / SHEET.width}%`,
  top: `${(100 * top) / SHEET.height}%`,
});

const Frame = styled.div`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  border: 1px solid ${color("line")};
  border-radius: 3px;
  background: ${color("drawing")};
`;
const Room = styled.div`
  display: grid;
  place-items: center;
  min-height: 0;
  overflow: hidden;
  container-type: size;
`;
/** The sheet keeps its proportions and is as large as the room allows. */
const Sheet = styled.div`
  position: relative;
  aspect-ratio: ${SHEET.width} / ${SHEET.height};
  width: min(100cqw, ${(100 * SHEET.width) / SHEET.height}cqh);
  /* The boxes grow with the sheet on a large screen and keep their size for a finger on a small one. */
  font-size: max(15px, min(100cqw, ${(100 * SHEET.width) / SHEET.height}cqh) * ${15 / SHEET.width});
`;
const At = styled.div`
  position: absolute;
  display: grid;
  gap: 0.6em;
  &:focus-within { z-index: 2; }
`;
const Instruction = styled.p`
  padding: 7px 14px;
  border-bottom: 1px solid ${color("line")};
  font-size: ${size.small};
`;
const Unknown = styled.p`
  padding: 24px;
  background: ${color("stopGround")};
`;
