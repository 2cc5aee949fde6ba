import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { styled } from "styled-components";
import { chosenEdge } from "../../core/ledger/index.ts";
import { type LatheAxis, shownAs, toolNumber } from "../../core/machine/index.ts";
import { noseDeviation, type ProfilePoints, profileFrame, readProfile } from "../../core/nose/index.ts";
import { toolOutline } from "../../core/outline/index.ts";
import { accepted } from "../../core/refusal.ts";
import { noseRadiusOf, orientationCode, tipDirection, tipOf } from "../../core/tool/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { sideOf } from "../../sim/body/body.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { ToolHead } from "../shell/ToolHead.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Checkbox } from "../ui/Checkbox.tsx";
import { Stacked } from "../ui/Stacked.ts";
import { ViewTabs } from "../ui/Tabs.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, narrow, radius, size } from "../ui/tokens.ts";
import { NoseSweepDrawing } from "./NoseSweepDrawing.tsx";
import { contourOf, exaggeration, noseProfile } from "./noseProfile.ts";
import { PROVE_VIEWS } from "./proveViews.ts";

/** A short profile of the part to begin with: a chamfer, a cylinder, a taper and a cylinder. Millimetres, or inches. */
const FIRST: Readonly<Record<"mm" | "in", ProfilePoints>> = {
  mm: [
    [20, 0],
    [22, -1],
    [22, -20],
    [40, -30],
    [40, -45],
  ],
  in: [
    [0.8, 0],
    [0.88, -0.04],
    [0.88, -0.8],
    [1.6, -1.2],
    [1.6, -1.8],
  ],
};
const CODES = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9] as const;

/** Nose radius and tip orientation, right and wrong: what the nose leaves of a profile, element by element. */
export function NoseView({ setup, person, program }: LoadedSetup & { readonly program: string | undefined }) {
  const { machine } = setup;
  const [search] = useSearchParams();
  // A drill or a thread has none to look at; where the insert cannot be read, what was accepted counts.
  const tools = setup.tools.filter(({ tool, nose }) => (noseRadiusOf(tool) ?? nose?.noseRadius ?? 0) > 0);
  const tool = tools.find(({ offset }) => offset === search.get("tool")) ?? tools[0];
  return (
    <ViewFrame>
      <ViewRail aria-label="Tools">
        <h2>Tools with a nose</h2>
        <ol>
          {tools.map((one) => (
            <li key={one.offset}>
              <a href={`?view=nose&tool=${one.offset}`} aria-current={one === tool ? "true" : undefined}>
                <ToolHead setup={setup} tool={one} />
              </a>
            </li>
          ))}
        </ol>
      </ViewRail>
      <ViewMain>
        {tool ? (
          <Bench key={tool.offset} setup={setup} person={person} program={program} tool={tool} />
        ) : (
          <ViewCentre>
            <h1>Prove it</h1>
            <ViewTabs name="How it is proven" views={PROVE_VIEWS} view="nose" />
            <p>No tool of this setup has a nose radius: {machine.name} has nothing to compensate.</p>
          </ViewCentre>
        )}
      </ViewMain>
    </ViewFrame>
  );
}

interface BenchProps extends Pick<LoadedSetup, "setup" | "person"> {
  readonly program: string | undefined;
  readonly tool: LoadedSetup["setup"]["tools"][number];
}

/** What is typed of a profile and of both noses, and what the nose leaves of it. */
function useNoseBench({ setup, person, program, tool }: BenchProps) {
  const { machine } = setup;
  const { units, numbering } = machine;
  const show = showFor(machine);
  const written = (millimetres: number) =>
    formatLength(convertLength(millimetres, "mm", units), machine.resolution.z).replace(/^−/, "-");
  const held = tool.nose?.noseRadius ?? tool.control?.noseRadius ?? 0;
  const truth = noseRadiusOf(tool.tool) ?? held;
  // Without a recorded orientation, as the tool itself points.
  const own = orientationCode(tipOf(tool.tool, tool.zone, chosenEdge(tool)), numbering);
  const code = tool.nose?.orientation ?? own;
  const frame = useMemo(() => profileFrame(machine, tool.zone), [machine, tool.zone]);
  /** Points of the part as lines of a program. */
  const linesOf = (points: ProfilePoints) => {
    const write = (number: number, axis: LatheAxis) =>
      formatLength(shownAs("program", number), machine.resolution[axis]).replace(/^−/, "-");
    return frame.toProgram(points).map(([x, z]) => `${write(x, "x")} ${write(z, "z")}`);
  };
  const [text, setText] = useState(() =>
    linesOf(FIRST[units].map(([x, z]) => [convertLength(x, units, "mm"), convertLength(z, units, "mm")] as const)).join(
      "\n",
    ),
  );
  const [side, setSide] = useState<"outside" | "bore">("smallestBore" in tool.tool ? "bore" : "outside");
  const [compensated, setCompensated] = useState(false);
  const real = useTypedLength(units, person.decimalMark, written(truth));
  const control = useTypedLength(units, person.decimalMark, written(held || truth));
  const [realCode, setRealCode] = useState(code);
  const [controlCode, setControlCode] = useState(tool.nose?.orientation ?? tool.control?.orientation ?? own);
  const profile = useMemo(() => {
    const read = readProfile(text, { units, ...(person.decimalMark && { decimal: person.decimalMark }) });
    return read.ok ? accepted(frame.toPart(read.value)) : read;
  }, [text, units, person.decimalMark, frame]);
  const [realRadius, controlRadius] = [real.reading?.mm, control.reading?.mm];
  const answer =
    profile.ok && realRadius !== undefined && controlRadius !== undefined && realRadius >= 0 && controlRadius >= 0
      ? noseDeviation({
          profile: profile.value,
          side,
          numbering,
          real: { radius: realRadius, code: frame.codeInPart(realCode) },
          control: { radius: controlRadius, code: frame.codeInPart(controlCode), compensated },
        })
      : undefined;
  const found = answer?.ok ? answer.value : undefined;
  const times = profile.ok && found ? exaggeration(profile.value, found.largest) : 1;
  const swept = sweptOf();
  const contour = () => {
    const points = program === undefined ? [] : contourOf(setup, program, tool);
    if (points.length > 1) setText(linesOf(points).join("\n"));
  };
  /** Both noses with their tips in the part, and what each leaves: as the control has it, and as it would be with the right numbers. */
  function sweptOf() {
    const [realTip, controlTip] = [realCode, controlCode].map((one) => tipDirection(frame.codeInPart(one), numbering));
    if (!profile.ok || realRadius === undefined || controlRadius === undefined || !realTip || !controlTip)
      return undefined;
    const ownNose = { radius: realRadius, tip: realTip };
    const right = noseDeviation({
      profile: profile.value,
      side,
      numbering,
      real: { radius: realRadius, code: frame.codeInPart(realCode) },
      control: { radius: realRadius, code: frame.codeInPart(realCode), compensated: true },
    });
    const drawn = (elements: readonly { readonly index: number; readonly deviation: number }[]) =>
      noseProfile(profile.value, side, elements, times).deviations;
    const isOwn = Math.abs(realRadius - truth) < SAME && sideOf(tool.tool, tool.zone) === 1;
    return {
      profile: profile.value,
      insert: isOwn ? toolOutline(tool.tool)?.cutting : undefined,
      typed: {
        nose: { side, real: ownNose, control: { radius: controlRadius, tip: controlTip, compensated } },
        deviations: drawn(found?.elements ?? []),
      },
      right: {
        nose: { side, real: ownNose, control: { ...ownNose, compensated: true } },
        deviations: drawn(right.ok ? right.value.elements : []),
      },
    };
  }
  /** A point of the drawing, true distances in millimetres, as one of the profile. */
  const addPoint = (at: { readonly z: number; readonly x: number }) => {
    const tenth = (millimetres: number) => Math.round(millimetres * 10) / 10;
    setText((now) => `${now.trimEnd()}\n${linesOf([[tenth(2 * at.x), tenth(at.z)]])}`);
  };
  return {
    text,
    setText,
    side,
    setSide,
    compensated,
    setCompensated,
    real,
    control,
    realCode,
    setRealCode,
    controlCode,
    setControlCode,
    profile,
    found,
    times,
    swept,
    contour,
    addPoint,
    show,
    linesOf,
  };
}

type NoseBench = ReturnType<typeof useNoseBench>;

/** What the nose leaves with the numbers of the control, beside what it leaves with the right ones; both noses at the same place. */
function NosePair({ bench, swept }: { readonly bench: NoseBench; readonly swept: NonNullable<NoseBench["swept"]> }) {
  const [place, setPlace] = useState(0.45);
  const common = { profile: swept.profile, insert: swept.insert, at: place };
  return (
    <Pair>
      <NoseSweepDrawing
        title={bench.compensated ? "As the control has it" : "Without compensation"}
        {...swept.typed}
        {...common}
        onPoint={bench.addPoint}
      />
      <NoseSweepDrawing title="Right radius and tip, compensated" {...swept.right} {...common} />
      <Roll>
        <span>nose along the profile</span>
        <input
          type="range"
          min={0}
          max={1}
          step="any"
          value={place}
          onChange={({ target }) => setPlace(Number(target.value))}
        />
      </Roll>
    </Pair>
  );
}

function Bench(props: BenchProps) {
  const { setup, program, tool } = props;
  const { machine } = setup;
  const { units, numbering } = machine;
  const bench = useNoseBench(props);
  const { profile } = bench;
  return (
    <>
      <ViewCentre>
        <h1>Prove it</h1>
        <ViewTabs name="How it is proven" views={PROVE_VIEWS} view="nose" />
        {bench.swept ? (
          <NosePair bench={bench} swept={bench.swept} />
        ) : (
          <Blank>The drawing comes back once every point can be read.</Blank>
        )}
        <Legend>
          <span>
            <i data-tone="spacer" /> material left
          </span>
          <span>
            <i data-tone="stop" /> cut too deep
          </span>
          {bench.times > 1 && <span>deviations drawn {bench.times} times as large</span>}
          <span>double-tap the drawing to add a point</span>
        </Legend>
        <Typed aria-label="Profile">
          <div>
            <h2>Profile: X, Z as the program writes them, one point a line, from the front to the chuck</h2>
            {!profile.ok && <Trouble>{profile.refusal.message}</Trouble>}
            {program !== undefined && (
              <PlainButton onPress={bench.contour}>Take the contour from the program</PlainButton>
            )}
          </div>
          <Points
            aria-label="Points of the profile"
            value={bench.text}
            rows={5}
            spellCheck={false}
            onChange={({ target }) => bench.setText(target.value)}
          />
        </Typed>
      </ViewCentre>
      <ViewSide>
        <section aria-label="Noses">
          <h2>{toolNumber(machine, tool.offset)}: nose</h2>
          <Stacked>
            <SmallLength
              typed={bench.real}
              name="real"
              label="radius of the real nose"
              caption="real radius"
              unit={units}
              quantity="tool"
            />
            <CodeChoice
              label="real nose points"
              value={bench.realCode}
              onChange={bench.setRealCode}
              numbering={numbering}
            />
            <SmallLength
              typed={bench.control}
              name="control"
              label="radius in the control"
              caption="radius in the control"
              unit={units}
              quantity="machine"
            />
            <CodeChoice
              label="code in the control"
              value={bench.controlCode}
              onChange={bench.setControlCode}
              numbering={numbering}
            />
          </Stacked>
          <Checkbox isChecked={bench.compensated} onChange={bench.setCompensated}>
            with nose compensation
          </Checkbox>
          <Checkbox isChecked={bench.side === "bore"} onChange={(isBore) => bench.setSide(isBore ? "bore" : "outside")}>
            in a bore
          </Checkbox>
        </section>
        <section aria-label="Deviation">
          <h3>Deviation of each element</h3>
          {bench.found && bench.found.elements.length > 0 && profile.ok ? (
            <Deviations>
              <caption>
                largest{" "}
                <b>
                  {bench.show.amount("z", bench.found.largest, "always")} {units}
                </b>
              </caption>
              <thead>
                <tr>
                  <th scope="col">from X, Z</th>
                  <th scope="col">along the normal</th>
                </tr>
              </thead>
              <tbody>
                {bench.found.elements.slice(0, MOST_ROWS).map(({ index, deviation }) => (
                  <tr key={index}>
                    <td>
                      {bench
                        .linesOf(profile.value.slice(index, index + 1))
                        .join()
                        .replace(" ", ", ")}
                    </td>
                    <td data-off={Math.abs(deviation) >= FELT || undefined}>
                      {formatLength(convertLength(deviation, "mm", units), machine.resolution.z, { sign: "always" })}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Deviations>
          ) : (
            <p>No element is longer than four radii, so none can be told by itself.</p>
          )}
        </section>
      </ViewSide>
    </>
  );
}
/** Rows that are listed; a long contour goes by its largest and the drawing. */
const MOST_ROWS = 60;
/** Radii that differ by less are the same one, millimetres. */
const SAME = 1e-6;
/** A deviation from here on is marked, millimetres. */
const FELT = 0.005;

function CodeChoice({
  label,
  value,
  onChange,
  numbering,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (code: number) => void;
  readonly numbering: "A" | "B";
}) {
  return (
    <label>
      {label}
      <select value={value} onChange={({ target }) => onChange(Number(target.value))}>
        {CODES.map((code) => (
          <option key={code} value={code}>
            {code} {pointsWords(code, numbering)}
          </option>
        ))}
      </select>
    </label>
  );
}

function pointsWords(code: number, numbering: "A" | "B"): string {
  const tip = tipDirection(code, numbering);
  if (!tip || (tip.x === 0 && tip.z === 0)) return "nose centre";
  const x = tip.x === 0 ? "" : tip.x < 0 ? "X−" : "X+";
  const z = tip.z === 0 ? "" : tip.z < 0 ? "Z−" : "Z+";
  return [x, z].filter((way) => way !== "").join(" ");
}

const Blank = styled.p`
  flex: 1;
  padding: 20px;
  background: ${color("drawing")};
`;
const Typed = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 14px;
  h2 { margin-bottom: 6px; font-size: ${size.small}; }
`;
const Points = styled.textarea`
  width: 100%;
  margin: 6px 0;
  padding: 8px 10px;
  border: 1.5px solid ${color("edge")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: inherit;
  ${mono}
  font-size: ${size.small};
`;
const Pair = styled.div`
  flex: 1;
  display: grid;
  grid-template: minmax(0, 1fr) auto / minmax(0, 1fr) minmax(0, 1fr);
  gap: 6px 10px;
  min-height: 240px;
  ${narrow} { flex: none; grid-template: auto / minmax(0, 1fr); }
`;
const Roll = styled.label`
  grid-column: 1 / -1;
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 44px;
  font-size: ${size.small};
  input { flex: 1; min-width: 0; height: 44px; accent-color: ${color("tool")}; }
`;
const Legend = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  color: ${color("quiet")};
  font-size: ${size.small};
  i { display: inline-block; width: 14px; height: 10px; margin-right: 4px; }
  i[data-tone="spacer"] { background: ${color("spacer")}; }
  i[data-tone="stop"] { background: ${color("stop")}; }
`;
const Deviations = styled.table`
  width: 100%;
  border-collapse: collapse;
  caption { padding: 4px 0; text-align: left; font-size: ${size.small}; b { ${mono} font-size: ${size.text}; } }
  th { font-size: ${size.small}; font-weight: 400; text-align: left; }
  th:last-child, td:last-child { text-align: right; }
  td { padding: 3px 0; ${mono} border-top: 1px solid ${color("line")}; }
  td[data-off] { color: ${color("stop")}; font-weight: 700; }
`;
