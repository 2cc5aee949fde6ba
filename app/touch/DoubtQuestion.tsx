import type { RefObject } from "react";
import { styled } from "styled-components";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import { errorBudget, type ShopUncertainty } from "../../core/limits/index.ts";
import { type Axis, toControl } from "../../core/machine/index.ts";
import { dimensionAtRisk } from "../../core/plan/index.ts";
import {
  type Explanation,
  hiddenSlips,
  type PastTouch,
  remarkOf,
  SLIP_QUESTIONS,
  slipToProve,
  type TouchPlausibility,
} from "../../core/plausibility/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import { Remark } from "../ui/Remark.tsx";
import { color, size } from "../ui/tokens.ts";
import { useSettling } from "../ui/useSettling.ts";
import { ComparedWith } from "./ComparedWith.tsx";
import type { Settlement } from "./useTouchEntry.ts";
import { gaugedDiameter, wayName } from "./words.ts";

export interface DoubtProps {
  readonly setupId: string;
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly plausibility: TouchPlausibility | undefined;
  /** Where earlier setups found this axis of the tool, newest first. */
  readonly past: readonly PastTouch[];
  readonly now: string;
  /** The slip that is asked about; undefined where nothing is open. */
  readonly doubt: Explanation | undefined;
  /** Takes the focus when somebody tries to go past it. */
  readonly asked: RefObject<HTMLElement | null>;
  readonly shop: ShopUncertainty;
  readonly otherWays: readonly TouchWay[];
  readonly onWay: (way: TouchWay) => void;
}

/** Doubt as a question with its reason, and what can be done about it. */
export function DoubtQuestion({
  setupId,
  setup,
  tool,
  axis,
  plausibility,
  past,
  now,
  doubt,
  asked,
  shop,
  otherWays,
  onWay,
  isBusy,
  onSettle,
}: DoubtProps & { readonly isBusy: boolean; readonly onSettle: (settled: Settlement) => void }) {
  const isSettling = useSettling(plausibility?.message ?? "");
  if (!plausibility || !doubt) return null;
  const stored = storedBy({ setup, tool, axis, plausibility });
  const second = secondWay(setup, tool, axis, otherWays, shop);
  const doubted = doubt.kind;
  return (
    <Box
      ref={asked as RefObject<HTMLDivElement>}
      role="alert"
      aria-busy={isSettling}
      tabIndex={-1}
      aria-label="Doubt"
      data-asks
    >
      <strong>{plausibility.message}</strong>
      <small>
        {doubt.kind === "unknown-spacer"
          ? "It is asked about once in a setup."
          : `${chanceWords(doubt.probability, honestOf(plausibility))} ${BASIS_WORDS[plausibility.basis]}`}
        {plausibility.basis === "history" && (
          <ComparedWith setupId={setupId} setup={setup} tool={tool} axis={axis} past={past} now={now} />
        )}
      </small>
      <Answers>
        {doubt.corrected !== null && (
          <PlainButton isDisabled={isBusy} onPress={() => onSettle({ settled: "corrected", doubted })}>
            Yes, make it {stored(doubt.corrected)}
          </PlainButton>
        )}
        <PlainButton isDisabled={isBusy} onPress={() => onSettle({ settled: "kept", doubted })}>
          {doubt.kind === "unknown-spacer" ? "Yes" : "No"}, keep {stored(plausibility.one.value)}
        </PlainButton>
        {second && (
          <PlainButton onPress={() => onWay(second)}>Touch again: {wayName(second, axis).toLowerCase()}</PlainButton>
        )}
      </Answers>
    </Box>
  );
}

/** Writes a number of the comparison as the control stores it. */
const storedBy =
  ({
    setup: { machine },
    tool,
    axis,
    plausibility,
  }: Pick<DoubtProps, "setup" | "tool" | "axis"> & { readonly plausibility: TouchPlausibility }) =>
  (value: number, sign?: "always") => {
    const millimetres = convertLength(value, machine.units, "mm");
    const shown = toControl(machine, axis, millimetres, "tool-offset", tool.zone);
    return formatLength(shown, plausibility.one.resolution, sign && { sign });
  };

/** How sure it is, beside an honest new setting. */
function chanceWords(slip: number, honest: number): string {
  if (slip >= 0.995) return "As good as certain.";
  return `${Math.round(slip * 100)} in 100, against ${Math.round(honest * 100)} for an honest new setting.`;
}

const honestOf = ({ kinds }: TouchPlausibility) => kinds.find(({ kind }) => kind === "remounted")?.probability ?? 0;

const BASIS_WORDS: Readonly<Record<TouchPlausibility["basis"], string>> = {
  "second-touch": "Compared with the other touch of this mounting.",
  history: "Compared with this tool in this station before.",
  family: "Compared with tools in like holders of this setup.",
  assembly: "Compared with the other tools of its kind and how far each stands out.",
  control: "Compared with what the control held.",
  "work-offset": "Compared with where it stood.",
  nothing: "",
};

/** Why a slip would not show, by what the number is expected from and how exactly. */
const HINT_WORDS: Readonly<Partial<Record<TouchPlausibility["basis"], (within: string) => string>>> = {
  history: (within) => `This holder comes back within ${within}`,
  family: (within) => `Tools in like holders lie within ${within}`,
  assembly: (within) => `From the other tools and their overhangs it is expected within ${within}`,
  control: () => "This tool is not known here from before",
  nothing: () => "Nothing is known of this tool yet",
};

/** By how much the face lies elsewhere than last time, as the other tools say too. */
function facesWords({ one, shift }: TouchPlausibility, stored: (value: number, sign?: "always") => string) {
  if (shift === undefined || Math.abs(shift) < 10 * one.resolution) return undefined;
  return `The other tools lie ${stored(shift, "always")} elsewhere than last time as well: the face has moved, not this tool.`;
}

/** A slip that would not show here, and the cheapest second piece of evidence. */
export function HiddenSlipHint(props: DoubtProps) {
  const { setup, tool, axis, plausibility, doubt, shop, otherWays, onWay } = props;
  if (!plausibility || doubt) return null;
  const remark = remarkOf(plausibility);
  if (remark !== undefined)
    return (
      <Remark as="p" $tone="doubt">
        {remark}
      </Remark>
    );
  // What was kept in doubt is neither green nor asked about again.
  if (plausibility.basis === "work-offset" || plausibility.verdict !== "believable") return null;
  const { resolution, units } = plausibility.one;
  if (plausibility.basis === "second-touch")
    return (
      <Agrees>
        Agrees with the other touch to {formatLength(Math.abs(differenceOf(plausibility)), resolution)} {units}.
      </Agrees>
    );
  const [hidden] = hiddenSlips(plausibility, tool.tolerance[axis]);
  const moved = facesWords(plausibility, storedBy({ setup, tool, axis, plausibility }));
  if (moved) return <Agrees>{moved}</Agrees>;
  if (!hidden) return null;
  const toProve = slipToProve(plausibility, tool.tolerance[axis]);
  const atRisk = toProve && dimensionAtRisk(setup, tool, axis, toProve.by);
  // On a first setup every touch stands alone: it is said where a dimension needs to know.
  if (plausibility.basis === "nothing" && !atRisk) return null;
  const second = secondWay(setup, tool, axis, otherWays, shop);
  return (
    <Hint data-asks>
      <p>
        {HINT_WORDS[plausibility.basis]?.(
          `±\u00a0${formatLength(2 * (plausibility.expected?.sigma ?? 0), resolution)}`,
        )}
        : {formatLength(Math.abs(hidden.by), resolution)} would not show. {capital(SLIP_QUESTIONS[hidden.kind])}?
        {atRisk && ` ${atRisk.name} would be out of its limits: a second touch is asked for.`}
        {plausibility.basis === "history" && <ComparedWith {...props} />}
      </p>
      {second ? (
        <PlainButton onPress={() => onWay(second)}>Make sure: {wayName(second, axis).toLowerCase()} too</PlainButton>
      ) : (
        <p>Measure after the first cut.</p>
      )}
    </Hint>
  );
}

const differenceOf = ({ one, expected }: TouchPlausibility) => one.value - (expected?.mean ?? one.value);
const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** The other way of touching that is surest here. */
function secondWay(
  setup: SetupView,
  tool: ToolView,
  axis: Axis,
  otherWays: readonly TouchWay[],
  shop: ShopUncertainty,
): TouchWay | undefined {
  const error = (way: TouchWay) =>
    errorBudget(setup.machine, tool.tool, axis, way, tool.tolerance[axis], shop, gaugedDiameter(setup)).expanded;
  return [...otherWays].sort((a, b) => error(a) - error(b))[0];
}

const Box = styled(Question)`
  display: grid;
  gap: 6px;
  font-variant-numeric: tabular-nums;
  strong { font-size: ${size.text}; line-height: 1.25; }
  small { font-size: ${size.small}; line-height: 1.3; }
  &:focus-visible { outline: 3px solid ${color("measured")}; }
`;
const Answers = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  /* Yes and no side by side: what must be read at the display stays in sight above them. */
  button { flex: 1 1 40%; min-width: 0; min-height: 48px; padding: 4px 8px; font-size: ${size.small}; line-height: 1.2; }
  button:nth-child(3) { flex-basis: 100%; }
`;
const Agrees = styled.p`
  padding: 4px 10px;
  border-left: 5px solid ${color("clear")};
  background: ${color("clearGround")};
  font-size: ${size.small};
  font-variant-numeric: tabular-nums;
`;
const Hint = styled.div`
  display: grid;
  gap: 4px;
  padding: 6px 10px;
  border-left: 5px solid ${color("spacer")};
  font-size: ${size.small};
  font-variant-numeric: tabular-nums;
  button { min-height: 48px; padding: 6px; font-size: ${size.small}; }
`;
