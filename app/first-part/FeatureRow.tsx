import { useState } from "react";
import { Link } from "react-router";
import { styled } from "styled-components";
import type { FeatureState } from "../../core/correction/index.ts";
import type { Feature } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { type Show, showFor } from "../shell/useShow.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Question } from "../ui/Question.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { Band } from "./Band.tsx";
import { drawnLimits } from "./drawnLimits.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { useMeasuredDoubt } from "./useMeasuredDoubt.ts";

/** One dimension: limits, what it measures on this part, and where in its limits that lies. */
export function FeatureRow(
  props: FirstPartProps & { readonly state: FeatureState; readonly part: number; readonly isShown: boolean },
) {
  const { setup, setupId, mayEnter, person, gauges, state, part, isShown } = props;
  const { feature } = state;
  const { machine } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const typed = useTypedLength(machine.units, person.decimalMark);
  const [gauge, setGauge] = useState(state.latest?.gauge ?? "");
  const show = showFor(machine);
  const own = setup.measured.find((one) => one.feature === feature.feature && one.part === part);
  const doubt = useMeasuredDoubt(setup, feature, typed, person.decimalMark);
  const keep = (overdue = false, isMeant = false) => {
    typed.ask();
    if (!typed.reading || (!isMeant && !overdue && doubt.asks())) return;
    const fields = { feature: feature.feature, part: String(part), measured: typed.text, gauge };
    form.send("measure-feature", { ...fields, sizeUnit: machine.units, ...(overdue && { overdue: "yes" }) });
  };
  const name = `${feature.name}, part ${part}`;
  return (
    <Row aria-label={feature.name} $shown={isShown}>
      <Name>
        <Link to={`?feature=${feature.feature}`} replace>
          {feature.name}
        </Link>
        <span>
          {feature.axis === "x" ? "Ø " : ""}
          {show.drawn(feature.axis, feature.nominal)} <Limits {...limitsOf(feature, show)} />
        </span>
        <small>
          {state.form}, {feature.axis.toUpperCase()} of {toolNumber(machine, feature.offset)}
        </small>
        <Band state={state} />
      </Name>
      {own && (
        <Found>
          <output>{show.drawn(feature.axis, own.measured)}</output>
          <i>{show.drawn(feature.axis, own.measured - feature.nominal, "always")}</i>
          {state.within !== undefined && state.latest === own && (
            <Verdict $tone={state.within ? "clear" : "stop"}>{state.within ? "within limits" : "outside"}</Verdict>
          )}
          {own.gauge && <small>{own.gauge}</small>}
        </Found>
      )}
      {mayEnter && !own && (
        <Entry
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <SmallLength
            typed={typed}
            name={`measured ${feature.feature}`}
            label={`measured, ${name}`}
            caption="measured"
            unit={machine.units}
            {...(feature.axis === "x" && { prefix: "Ø" })}
            refusal={form.refusalOf("measured") ?? form.trouble}
          />
          <label>
            with
            <select value={gauge} onChange={({ target }) => setGauge(target.value)} aria-label={`gauge, ${name}`}>
              <option value="">any gauge</option>
              {gauges.map(({ name: one, isOverdue }) => (
                <option key={one} value={one}>
                  {one}
                  {isOverdue ? " (overdue)" : ""}
                </option>
              ))}
            </select>
          </label>
          <PlainButton type="submit" isDisabled={form.busy}>
            Save
          </PlainButton>
          {doubt.isAsked && doubt.message !== undefined && (
            <Asked role="alert">
              <p>{doubt.message}</p>
              {doubt.corrected !== undefined && (
                <PlainButton onPress={() => typed.onEdit(() => doubt.corrected ?? typed.text)}>
                  Yes, make it {doubt.corrected}
                </PlainButton>
              )}
              <PlainButton onPress={() => keep(false, true)} isDisabled={form.busy}>
                No, save {typed.text}
              </PlainButton>
            </Asked>
          )}
          {form.refusalOf("gauge") && (
            <Question role="alert">
              <p>{form.refusalOf("gauge")}</p>
              <PlainButton onPress={() => keep(true)} isDisabled={form.busy}>
                Use it, knowing it is overdue
              </PlainButton>
            </Question>
          )}
        </Entry>
      )}
      {mayEnter && own && (
        <UndoButton entry={own.entry} seq={setup.seq} label="Undo" what={`measurement of ${name}`} setupId={setupId} />
      )}
    </Row>
  );
}

function limitsOf(feature: Feature, { amount }: Show) {
  const { lower, upper } = drawnLimits(feature);
  return { upper: amount(feature.axis, upper, "always"), lower: amount(feature.axis, lower, "always") };
}

/** Limits as a drawing has them: one number where they are alike, else the upper over the lower. */
function Limits({ upper, lower }: { readonly upper: string; readonly lower: string }) {
  if (upper.slice(1) === lower.slice(1) && upper.startsWith("+")) return `± ${upper.slice(1)}`;
  return (
    <Stacked>
      <span>{upper}</span> <span>{lower}</span>
    </Stacked>
  );
}

const Row = styled.li<{ $shown: boolean }>`
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr) auto;
  align-items: center;
  gap: 4px 12px;
  padding: 6px 10px;
  border: 1px solid ${color("line")};
  border-left: 5px solid ${({ $shown }) => color($shown ? "action" : "line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  @media (width < 1200px) { grid-template-columns: 240px minmax(0, 1fr) auto; }
`;
const Name = styled.div`
  display: grid;
  gap: 1px;
  a { color: inherit; font-weight: 700; }
  span { ${mono} font-size: 17px; }
  small { color: ${color("quiet")}; }
  svg { max-width: 100%; }
`;
const Stacked = styled.i`
  display: inline-grid;
  vertical-align: middle;
  font-style: normal;
  line-height: 1.05;
  && > span { font-size: ${size.small}; }
`;
const Found = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  output { ${mono} font-size: 26px; font-weight: 700; color: ${color("measured")}; }
  i { ${mono} font-style: normal; }
  small { color: ${color("quiet")}; }
`;
const Asked = styled(Question)`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  p { flex: 1 1 100%; }
  button { flex: 1 1 40%; }
`;
const Entry = styled.form`
  grid-column: 2 / -1;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 96px 72px;
  align-items: start;
  gap: 8px;
  @media (width < 1200px) { grid-column: 1 / -1; }
  label { display: grid; font-size: ${size.small}; color: ${color("quiet")}; }
  select { min-width: 0; width: 100%; ${fieldBox} padding-inline: 2px; color: ${color("ink")}; font-size: ${size.small}; }
`;
