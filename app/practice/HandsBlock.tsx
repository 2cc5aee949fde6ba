import { useState } from "react";
import { AXIS_NAME, type Axis } from "../../core/machine/index.ts";
import { SPACER_KINDS, type SpacerKind } from "../../core/tool/index.ts";
import { formatMillimetres, readLength, type Unit } from "../../core/units/index.ts";
import { GAUGE_DRAWER, GAUGES, type GaugeKind } from "../../sim/gauge/gauge.ts";
import { activeTool } from "../../sim/lathe/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { BenchLength } from "./BenchLength.tsx";
import { BenchField, BenchRow, LatheBlock, Small } from "./parts.ts";
import { rendersFor } from "./rendersFor.ts";
import type { Lathe } from "./useLathe.ts";

/** Usual thickness of what lies on the bench, in the machine's unit. */
const USUAL: Readonly<Record<Unit, Readonly<Record<SpacerKind, string>>>> = {
  mm: { paper: "0.09", shim: "0.1", block: "10", pin: "8" },
  in: { paper: ".0035", shim: ".004", block: ".5", pin: ".3125" },
};

/** Spindle, door, setter, home, power. */
export const SpindleBlock = rendersFor(
  ["config", "spindle", "live", "door", "setter"],
  function SpindleBlock({ lathe: { state, act } }: { readonly lathe: Lathe }) {
    const turns = state.spindle.run !== "off";
    const hasLive = Object.values(state.tools).some(({ tool }) => tool.kind.startsWith("live-"));
    return (
      <LatheBlock aria-label="Spindle and door">
        <BenchRow $tight>
          <Small aria-pressed={turns} onPress={() => act({ do: "spindle", run: turns ? "off" : "forward", rpm: 800 })}>
            {turns ? "Stop spindle" : "Start spindle"}
          </Small>
          {hasLive && (
            <Small aria-pressed={state.live} onPress={() => act({ do: "live", on: !state.live })}>
              Live tool
            </Small>
          )}
          <Small
            aria-pressed={state.door === "open"}
            onPress={() => act({ do: "door", to: state.door === "open" ? "shut" : "open" })}
          >
            {state.door === "open" ? "Shut door" : "Open door"}
          </Small>
          {state.config.machine.setter && (
            <Small
              aria-pressed={state.setter === "out"}
              onPress={() => act({ do: "setter", to: state.setter === "out" ? "parked" : "out" })}
            >
              {state.setter === "out" ? "Park setter" : "Setter out"}
            </Small>
          )}
          <Small onPress={() => act({ do: "home" })}>Send home</Small>
          <Small onPress={() => act({ do: "power-cycle" })}>Power off and on</Small>
        </BenchRow>
      </LatheBlock>
    );
  },
);

/** What lies between tool and part. */
export const SpacerBlock = rendersFor(
  ["config", "spacer"],
  function SpacerBlock({
    lathe: { state, act },
    axis,
    kinds = SPACER_KINDS,
  }: {
    readonly lathe: Lathe;
    readonly axis: Axis;
    /** What lies on the bench. */
    readonly kinds?: readonly SpacerKind[];
  }) {
    const { units } = state.config.machine;
    const [kind, setKind] = useState<SpacerKind>(kinds[0] ?? "paper");
    const [text, setText] = useState(USUAL[units][kinds[0] ?? "paper"]);
    const [wrong, setWrong] = useState("");
    const hold = () => {
      const read = readLength(text, { units });
      if (!read.ok) return setWrong(read.refusal.message);
      if (read.value.mm <= 0) return setWrong("A thickness is above 0.");
      setWrong("");
      act({ do: "hold-spacer", spacer: { kind, thickness: read.value.mm, axis } });
    };
    return (
      <LatheBlock aria-label="Between tool and part">
        <BenchRow>
          <BenchField $wide>
            Between, on {AXIS_NAME[state.spacer?.axis ?? axis]}
            <select
              value={kind}
              onChange={({ target }) => {
                const next = target.value as SpacerKind;
                setKind(next);
                setText(USUAL[units][next]);
              }}
            >
              {kinds.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </BenchField>
          <BenchLength label={units} name={`${units} thick`} text={text} onText={setText} isWrong={wrong !== ""} />
          <Small
            aria-pressed={state.spacer !== undefined}
            onPress={state.spacer ? () => act({ do: "drop-spacer" }) : hold}
          >
            {state.spacer ? "Take away" : "Hold it"}
          </Small>
        </BenchRow>
        {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
      </LatheBlock>
    );
  },
);

/** The gauges on the bench, the indicator, and what else hands do. */
export const GaugeBlock = rendersFor(
  ["config", "station", "tools"],
  function GaugeBlock({
    lathe: { state, act },
    gauges = GAUGES,
  }: {
    readonly lathe: Lathe;
    /** What lies on the bench. */
    readonly gauges?: readonly GaugeKind[];
  }) {
    const { units } = state.config.machine;
    const [gauge, setGauge] = useState<GaugeKind>(gauges[0] ?? "micrometer");
    const [where, setWhere] = useState(units === "mm" ? "-4" : "-.16");
    const [wrong, setWrong] = useState("");
    const [last, setLast] = useState("");
    const active = activeTool(state);
    const measure = () => {
      const read = readLength(where, { units });
      if (!read.ok) return setWrong(read.refusal.message);
      setWrong("");
      const reading = act({ do: "measure", gauge, z: read.value.mm }).find(({ kind }) => kind === "gauge");
      setLast(reading?.value === undefined ? "" : formatMillimetres(reading.value, units));
    };
    const onCentre = active?.body.mode === "centre";
    return (
      <LatheBlock aria-label="Gauges">
        <BenchRow>
          <BenchField $wide>
            Gauge
            <select value={gauge} onChange={({ target }) => setGauge(target.value as GaugeKind)}>
              {gauges.map((one) => (
                <option key={one} value={one}>
                  {GAUGE_DRAWER[one].name}
                </option>
              ))}
            </select>
          </BenchField>
          <BenchLength label="at Z" text={where} onText={setWhere} isWrong={wrong !== ""} />
          <Small onPress={measure}>Measure</Small>
        </BenchRow>
        {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
        <output aria-label="Reading">{last && `reads ${last}`}</output>
        <BenchRow>
          {onCentre && <Small onPress={() => act({ do: "sweep", sag: 0.006 })}>Sweep</Small>}
          {active?.tool.isLoose && (
            <>
              <Small onPress={() => act({ do: "slide", axis: "x" })}>Slide on X</Small>
              <Small onPress={() => act({ do: "slide", axis: "z" })}>Slide on Z</Small>
            </>
          )}
          <Small onPress={() => act({ do: "pull-bar" })}>Pull the bar</Small>
          <Small onPress={() => act({ do: "remount", station: state.station })}>Off and on again</Small>
        </BenchRow>
      </LatheBlock>
    );
  },
);
