import { useMemo, useState } from "react";
import { styled } from "styled-components";
import type { ToolView } from "../../core/ledger/index.ts";
import { lastDigit, toolNumber } from "../../core/machine/index.ts";
import {
  BAR_MATERIALS,
  type BarMaterial,
  MOUNT_FIELDS,
  type MountCheck,
  readTypedMount,
} from "../../core/mount/index.ts";
import { extent } from "../../core/outline/index.ts";
import { entersBore, familyOf, handlesBar } from "../../core/tool/index.ts";
import { convertLength, formatLength, readLength } from "../../core/units/index.ts";
import { DrawingRoom, DrawingSheet, OnSheet, placeOnSheet } from "../drawing/DrawingSheet.tsx";
import { type MountScene, mountScene, thicknessOfTool } from "../drawing/geometry/mountScene.ts";
import { MountDrawing } from "../drawing/MountDrawing.tsx";
import { SHEET } from "../drawing/view.ts";
import { LengthEntry } from "../entry/LengthEntry.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { CentreForm } from "../touch/CentreForm.tsx";
import { Caution, FootStripBox } from "../touch/FootStrip.tsx";
import { FactList, Foot, KeptBox, LadderPanel } from "../touch/Ladder.tsx";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Moment } from "../ui/Moment.tsx";
import { Remark } from "../ui/Remark.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, phone, size } from "../ui/tokens.ts";
import { useSettling } from "../ui/useSettling.ts";
import { CHECK_CAUTION, CHECK_HOW, CHECK_NAME, RESULT_WORDS, type ResultWords } from "./words.ts";

interface MountFormProps extends LoadedSetup {
  readonly tool: ToolView;
  readonly check: MountCheck;
}

const COLUMN = { left: 14, top: 12 } as const;
/** From one of its fields to the next, by how many stand one under the other; units of the sheet. */
const ROW = { 5: 100, 6: 93 } as const;
/** At 0, 90, 180 and 270 degrees: above, right of, below and left of the holder. */
const CLOCK = [
  { left: 218, top: 8 },
  { left: 456, top: 240 },
  { left: 218, top: 452 },
  { left: 8, top: 240 },
] as const;

const BAR_WORDS: Readonly<Record<BarMaterial, string>> = {
  steel: "steel bar",
  carbide: "carbide bar",
  damped: "damped bar",
};

/** What is typed of a check, what it means, and the way to the ledger. */
function useMountForm({ setup, setupId, tool, check, person }: MountFormProps) {
  const { machine } = setup;
  const unit = machine.units;
  const form = useSetupForm(setupId, setup.seq);
  const kept = tool.mount[check];
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(() => firstNumbers(tool, check, unit));
  const [asked, setAsked] = useState(false);
  const [material, setMaterial] = useState<BarMaterial>("steel");
  const [swept, setSwept] = useState<"bore" | "pin">("bore");
  const [withMore, setWithMore] = useState(false);
  const decimal = person.decimalMark;
  const reading = useMemo(
    () => readTypedMount(check, typed, unit, { decimal, material, swept }),
    [check, typed, unit, decimal, material, swept],
  );
  const isTyped = Object.values(typed).some((text) => text !== "") && reading.found !== undefined;
  const given = isTyped || !kept ? reading.given : kept.given;
  const found = isTyped || !kept ? reading.found : kept.found;
  const scene = useMemo(() => mountScene({ check, given, found, tool: tool.tool }), [check, given, found, tool]);
  const shown = MOUNT_FIELDS[check].filter(({ isOptional }) => withMore || !isOptional);
  const fields = check === "sweep" ? shown : inOrderOfPlaces(shown, scene);
  const rows = check === "sweep" && withMore ? 6 : 5;
  // Four readings stand round the clock, where they were read; everything else in columns.
  const boxOf = (index: number) =>
    check === "sweep" && !withMore
      ? (CLOCK[index] ?? COLUMN)
      : { left: COLUMN.left + Math.floor(index / rows) * 206, top: COLUMN.top + (index % rows) * ROW[rows] };
  const keep = () => {
    setAsked(true);
    if (!reading.found) return;
    form.send("record-mount", {
      offset: tool.offset,
      check,
      typed: JSON.stringify(typed),
      sizeUnit: unit,
      ...(check === "overhang" && { material }),
      ...(check === "sweep" && { swept }),
    });
  };
  const refusalOf = (name: string) => {
    const refusal = reading.refusals[name];
    if (refusal) return refusal.code === "empty" && !asked ? undefined : refusal.message;
    return form.refusalOf(name);
  };
  const name = toolNumber(machine, tool.offset);

  function write(value: number, { as }: ResultWords): string {
    if (as === "degrees") return `${formatLength(value, 0.01)}°`;
    if (as === "ratio") return formatLength(value, 0.1);
    return formatLength(
      convertLength(value, "mm", unit),
      lastDigit(machine, "x"),
      as === "signed" ? { sign: "always" } : {},
    );
  }
  return {
    unit,
    form,
    kept,
    typed,
    setTyped,
    material,
    setMaterial,
    swept,
    setSwept,
    withMore,
    setWithMore,
    decimal,
    found,
    scene,
    fields,
    boxOf,
    keep,
    refusalOf,
    name,
    write,
  };
}

/** Numbers in the column at the upper left in the order in which their places are seen from there, so that no leader crosses another one. */
function inOrderOfPlaces<Of extends { readonly name: string }>(
  fields: readonly Of[],
  { shapes, anchors }: MountScene,
): readonly Of[] {
  const box = extent(shapes.flatMap(({ points }) => points));
  const from = { z: box.zMin - COLUMN_AWAY * (box.zMax - box.zMin), x: box.xMax };
  const angle = (field: Of) => {
    const to = anchors[field.name];
    return to ? Math.atan2(to.x - from.x, to.z - from.z) : -Math.PI;
  };
  return fields.toSorted((a, b) => angle(b) - angle(a));
}
/** How far to the left of the drawing the column stands, as a share of the drawing's width. */
const COLUMN_AWAY = 0.6;

/** One check of one tool: its numbers on the drawing, what follows, and the record. */
export function MountForm(props: MountFormProps) {
  const { setup, setupId, tool, check, mayEnter, now } = props;
  const mounting = useMountForm(props);
  const isSettling = useSettling(JSON.stringify(mounting.found ?? {}));
  return (
    <>
      <CentreForm
        aria-label={`${CHECK_NAME[check]} of tool ${tool.offset}`}
        onSubmit={(event) => {
          event.preventDefault();
          if (mayEnter) mounting.keep();
        }}
      >
        <MountChoices
          material={mounting.material}
          setMaterial={mounting.setMaterial}
          swept={mounting.swept}
          setSwept={mounting.setSwept}
          withMore={mounting.withMore}
          setWithMore={mounting.setWithMore}
          check={check}
        />
        <Room $isRound={check === "sweep"}>
          <DrawingSheet>
            <FailsAlone what="The drawing">
              <MountDrawing
                scene={mounting.scene}
                room={check !== "sweep" ? "right" : mounting.withMore ? "none" : "middle"}
                leaders={
                  check === "sweep"
                    ? []
                    : mounting.fields.flatMap(({ name: field }, index) => {
                        const to = mounting.scene.anchors[field];
                        return to
                          ? [
                              {
                                from: { left: mounting.boxOf(index).left + 170, top: mounting.boxOf(index).top + 30 },
                                to,
                              },
                            ]
                          : [];
                      })
                }
              />
            </FailsAlone>
            {mounting.fields.map(({ name: field, label }, index) => (
              <OnSheet key={field} style={placeOnSheet(mounting.boxOf(index))}>
                <LengthEntry
                  name={field}
                  label={`${label}, ${CHECK_NAME[check].toLowerCase()}, tool ${tool.offset}`}
                  caption={label}
                  unit={mounting.unit}
                  quantity={check === "overhang" || check === "pin" ? "tool" : "measured"}
                  text={mounting.typed[field] ?? ""}
                  onEdit={(edit) => mounting.setTyped((all) => ({ ...all, [field]: edit(all[field] ?? "") }))}
                  understood={understood(mounting.typed[field], mounting.unit, mounting.decimal)}
                  refusal={mounting.refusalOf(field)}
                  isReadOnly={!mayEnter}
                />
              </OnSheet>
            ))}
          </DrawingSheet>
        </Room>
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <LadderPanel aria-label={`Result, ${CHECK_NAME[check]} of ${mounting.name}`}>
        <h1>
          {mounting.name} · {CHECK_NAME[check].toLowerCase()}
        </h1>
        <Results aria-live="polite" aria-busy={isSettling}>
          {Object.entries(RESULT_WORDS[check]).map(([key, words]) =>
            mounting.found?.[key] === undefined && mounting.found ? null : (
              <div key={key}>
                <dt>{words.label}</dt>
                <dd>{mounting.found?.[key] === undefined ? "–" : mounting.write(mounting.found[key], words)}</dd>
              </div>
            ),
          )}
        </Results>
        {mounting.found && (
          <Remark as="p" $tone={check === "overhang" && mounting.found.fits === 1 ? "plain" : "doubt"}>
            {verdict(check, mounting.found, setup.machine.units, entersBore(tool.tool))}
          </Remark>
        )}
        <FactList>
          <div>
            <dt>station</dt>
            <dd>{tool.station}</dd>
          </div>
        </FactList>
        <Aside>Spindle {turns(tool)}.</Aside>
        <Foot>
          <Trouble>{mounting.form.trouble}</Trouble>
          {mounting.kept && (
            <KeptBox>
              <span>
                Saved by {mounting.kept.person}, <Moment at={mounting.kept.at} now={now} />
              </span>
              {mayEnter && (
                <UndoButton
                  entry={mounting.kept.entry}
                  seq={setup.seq}
                  label="Undo"
                  what={`${CHECK_NAME[check]} of ${mounting.name}`}
                  setupId={setupId}
                />
              )}
            </KeptBox>
          )}
          {mayEnter && (
            <PrimaryButton onPress={mounting.keep} isDisabled={mounting.form.busy}>
              {mounting.form.busy ? "Saving…" : `Save ${CHECK_NAME[check].toLowerCase()}`}
            </PrimaryButton>
          )}
        </Foot>
      </LadderPanel>
      <FootStripBox>
        <p>
          <strong>
            {isSlid(tool) ? "Leave it loose and pushed well back." : "Clean seats, clamp, number the holder."}
          </strong>{" "}
          {isSlid(tool)
            ? "It is slid to the bar at its touch."
            : "Shank against the station's bore, hose and coolant port, screws backed off."}
        </p>
        <Caution>{CHECK_CAUTION[check]}</Caution>
      </FootStripBox>
    </>
  );
}

/** How the check is made, and what is chosen for it. */
function MountChoices({
  material,
  setMaterial,
  swept,
  setSwept,
  withMore,
  setWithMore,
  check,
}: Pick<
  ReturnType<typeof useMountForm>,
  "material" | "setMaterial" | "swept" | "setSwept" | "withMore" | "setWithMore"
> &
  Pick<MountFormProps, "check">) {
  return (
    <Top>
      <p>{CHECK_HOW[check]}</p>
      {check === "overhang" && (
        <Choice>
          <label htmlFor="material">Bar</label>
          <select id="material" value={material} onChange={(event) => setMaterial(event.target.value as BarMaterial)}>
            {(Object.keys(BAR_MATERIALS) as BarMaterial[]).map((one) => (
              <option key={one} value={one}>
                {BAR_WORDS[one]}
              </option>
            ))}
          </select>
        </Choice>
      )}
      {check === "sweep" && (
        <Choice>
          <label htmlFor="swept">Swept</label>
          <select id="swept" value={swept} onChange={(event) => setSwept(event.target.value as "bore" | "pin")}>
            <option value="bore">the holder's bore</option>
            <option value="pin">a pin in the holder</option>
          </select>
          <label>
            <input type="checkbox" checked={withMore} onChange={(event) => setWithMore(event.target.checked)} />
            eight angles, and a true ring for the sag
          </label>
        </Choice>
      )}
    </Top>
  );
}

function understood(text: string | undefined, unit: "mm" | "in", decimal: "." | "," | undefined) {
  const read = readLength(text ?? "", { units: unit, ...(decimal && { decimal }) });
  return read.ok ? read.value : undefined;
}

/** Tools that are slid to the bar at their touch stay loose until then. */
const isSlid = ({ zone, way }: ToolView): boolean => zone.kind === "sub-side" || way.x === "slide";

/** Which way the spindle must turn, from the tool's hand and from which side it comes. */
function turns({ tool, zone }: ToolView): string {
  if (tool.kind.startsWith("live-")) return "stands still, the tool turns";
  if (handlesBar(tool)) return "stands still, the bar moves";
  if (familyOf(tool) === "on-centre") return zone.from === "minus" ? "turns backwards" : "turns forwards";
  const isLeft = "hand" in tool && tool.hand === "left";
  const isFar = zone.from === "minus";
  return isLeft !== isFar ? "turns backwards, the insert as it lies" : "turns forwards, the insert as it lies";
}

/** What the tool's own dimensions say already, so that no number is typed twice. */
function firstNumbers(tool: ToolView, check: MountCheck, unit: "mm" | "in"): Readonly<Record<string, string>> {
  const write = (millimetres: number) => String(Number(convertLength(millimetres, "mm", unit).toFixed(4)));
  if (check === "overhang") return { bar: write(thicknessOfTool(tool.tool)), overhang: write(tool.tool.overhang) };
  if (check === "squareness" && "depth" in tool.tool) return { depth: write(tool.tool.depth) };
  return {};
}

/** What a result means, in a sentence. */
function verdict(
  check: MountCheck,
  found: Readonly<Record<string, number>>,
  unit: "mm" | "in",
  isBar: boolean,
): string {
  const value = (name: string) => found[name] ?? 0;
  const length = (millimetres: number) =>
    `${formatLength(convertLength(millimetres, "mm", unit), unit === "mm" ? 0.001 : 0.0001)} ${unit}`;
  switch (check) {
    case "overhang":
      if (value("fits") === 1) return "This overhang is within what such a bar stands.";
      return found.nextBar === undefined
        ? "Longer than such a bar stands, and no thicker one would do: shorten it."
        : "Longer than such a bar stands: shorten it, or take the thicker bar.";
    case "centre-height":
      return "The error shows most on the smallest diameters. A nib on the face tells it without a gauge.";
    case "squareness":
      return Math.abs(value("drift")) < 0.01
        ? "Square enough for its depth."
        : `At its depth the blade drifts by ${length(Math.abs(value("drift")))}: turn the holder.`;
    case "sweep":
      return value("outOfRound") > Math.max(0.01, value("off"))
        ? "The readings do not lie on a circle: dirt, a burr, or a slip of the dial. Sweep again."
        : `Add the shift, or move the holder until the sweep reads the same all round.${isBar ? " Of a bar this settles Y only: its tip wants its own touch in X." : ""}`;
    case "radial-holder":
      return value("screw") === 0
        ? "True. Tighten all."
        : `Turn in the ${value("screw") < 0 ? "lower" : "upper"} screw by ${formatLength(value("turn"), 1)}°, read again.`;
    case "pin":
      return "Deep enough not to work loose.";
  }
}

const Top = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 18px;
  font-size: ${size.small};
  > p { flex: 1 1 300px; }
`;
const Choice = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  select { ${fieldBox} font-size: ${size.text}; }
  input { width: 22px; height: 22px; }
  label { display: flex; align-items: center; gap: 6px; min-height: 48px; }
`;
const Room = styled(DrawingRoom)<{ $isRound: boolean }>`
  border: 1px solid ${color("line")};
  border-radius: 3px;
  background: ${color("drawing")};
  /* On a phone the numbers stand in a list under the drawing, which then fills the width. */
  ${phone} {
    height: auto;
    container-type: inline-size;
    > div { width: 100%; aspect-ratio: auto; overflow: hidden; }
    > div > svg { width: ${({ $isRound }) => ($isRound ? "100%" : "167%")}; margin-left: ${({ $isRound }) => ($isRound ? "0" : "-67%")}; height: auto; aspect-ratio: ${SHEET.width} / ${SHEET.height}; }
    > div > div { position: static; padding: 4px 10px; }
    .leaders { display: none; }
  }
`;
const Aside = styled.p`
  font-size: ${size.small};
`;
const Results = styled.dl`
  display: grid;
  > div { display: flex; justify-content: space-between; align-items: baseline; gap: 8px; padding: 4px 0; }
  dt { font-size: ${size.small}; }
  dd { ${mono} font-size: ${size.number}; font-weight: 700; white-space: nowrap; }
`;
