import { useEffect, useState } from "react";
import { styled } from "styled-components";
import type { SetupView, ToolView, TouchWay } from "../../core/ledger/index.ts";
import {
  AXES,
  AXIS_NAME,
  type Axis,
  lastDigit,
  movedSince,
  readingOfFeed,
  toControl,
} from "../../core/machine/index.ts";
import { type ReadingSlip, slipOfReading } from "../../core/plausibility/index.ts";
import { wayOf } from "../../core/tool/index.ts";
import { formatLength } from "../../core/units/index.ts";
import type { HeardReport } from "../stream/useFeed.ts";
import { PlainButton } from "../ui/Button.tsx";
import { color, mono, narrow, size } from "../ui/tokens.ts";
import type { useTouchEntry } from "./useTouchEntry.ts";
import { backOff, caution } from "./words.ts";

interface FootStripProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
  /** What the machine's feed says; undefined where it has none. */
  readonly feed: HeardReport | undefined;
  readonly hasFeed: boolean;
  readonly onHold: () => void;
}

/** The machine's reading with its age, which way to back off, the caution of this moment. */
export function FootStrip({ setup, tool, axis, way, entry, mayEnter, feed, hasFeed, onHold }: FootStripProps) {
  const { machine } = setup;
  const entered = entry.reading.understood.machine;
  const digit = lastDigit(machine, axis);
  const now = feed && readingOfFeed(machine, axis, feed);
  const wantsReading = wayOf(way).fields(axis, tool.zone).includes("machine");
  // What was entered stands here; before that, what the machine shows.
  const number = entered ? formatLength(entered.exact, digit) : now?.ok ? formatLength(Number(now.value), digit) : "–";
  const { first, why } = backOff({ setup, tool, axis, way });
  return (
    <FootStripBox>
      <Readout>
        <span>{AXIS_NAME[axis]}</span>
        <b data-testid="readout">{number}</b>
        <small>{entered ? <Held entry={entry} /> : whereFrom(feed, now?.ok, hasFeed)}</small>
      </Readout>
      {mayEnter && (
        <PlainButton onPress={onHold}>
          {wantsReading && (now ? now.ok : hasFeed) ? "Hold this reading" : "Key the reading"}
        </PlainButton>
      )}
      <p>
        <FeedNews setup={setup} tool={tool} axis={axis} feed={feed} entry={entry} />
        <strong>{first}</strong> {why} {tool.zone.note && <em>{tool.zone.note}</em>}
      </p>
      <Caution>{caution({ setup, way, tool })}</Caution>
    </FootStripBox>
  );
}

/** What the number on the left is, while nothing was entered. */
function whereFrom(feed: HeardReport | undefined, isLive: boolean | undefined, hasFeed: boolean): string {
  if (!feed) return hasFeed ? "asking the machine" : "no position feed: key it";
  return isLive ? "live from the machine" : "no position: key it";
}

/** A feed that cannot be used says why; an axis that moved after its reading was held says by how much. */
function FeedNews({
  setup,
  tool,
  axis,
  feed,
  entry,
}: Pick<FootStripProps, "setup" | "tool" | "axis" | "feed" | "entry">) {
  const { machine } = setup;
  const moved = movedSince(machine, axis, entry.held?.shown, feed);
  const reading = feed && readingOfFeed(machine, axis, feed);
  const text =
    moved !== undefined
      ? `${AXIS_NAME[axis]} has moved ${formatLength(Math.abs(moved), lastDigit(machine, axis))} since you measured.`
      : reading && !reading.ok
        ? reading.refusal.message
        : (typedNews(setup, tool, axis, { text: entry.typed.machine ?? "", shown: reading?.value }) ?? "");
  return <News role="status">{text}</News>;
}

const READING_WORDS: Readonly<Record<ReadingSlip, string>> = {
  "digits-swapped": "were two digits swapped",
  "decimal-slip-measured": "is the point in the wrong place",
  "sign-lost": "is the sign right",
  "digit-mistyped": "has it moved since, or is a digit wrong",
};

/** What a typed reading is held against: where the machine stands now, and what was read for the tool's other axes. */
function typedNews(
  { machine }: SetupView,
  tool: ToolView,
  axis: Axis,
  { text, shown }: { readonly text: string; readonly shown: string | undefined },
): string | undefined {
  const digit = lastDigit(machine, axis);
  const typed = Number(text.replace(",", "."));
  if (text.trim() === "" || !Number.isFinite(typed)) return undefined;
  const other = AXES.find((one) => one !== axis && isReadingOf(machine, tool, one, typed));
  if (other) return `This is what was read for ${AXIS_NAME[other]} of this tool. Is it ${AXIS_NAME[axis]}?`;
  const slip = shown === undefined ? undefined : slipOfReading(text, Number(shown), digit);
  if (!slip) return undefined;
  return `The machine stands at ${AXIS_NAME[axis]} ${formatLength(Number(shown), digit)}: ${READING_WORDS[slip]}?`;
}

function isReadingOf(machine: SetupView["machine"], tool: ToolView, axis: Axis, typed: number): boolean {
  const read = tool[axis]?.machine;
  if (read === undefined || read === 0) return false;
  const digit = lastDigit(machine, axis);
  return Math.abs(toControl(machine, axis, read, "readout", tool.zone) - typed) < digit / 2;
}

const REFRESH_MS = 5000;

/** How long ago the reading was held or keyed on this page. */
function Held({ entry: { held } }: Pick<FootStripProps, "entry">) {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), REFRESH_MS);
    return () => clearInterval(timer);
  }, []);
  if (held === undefined) return "kept from before";
  const verb = held.shown === undefined ? "keyed" : "held";
  const seconds = Math.max(0, Math.round((now - held.at) / 1000));
  if (seconds < REFRESH_MS / 1000) return `${verb} just now`;
  return seconds < 90 ? `${verb} ${seconds} s ago` : `${verb} ${Math.round(seconds / 60)} min ago`;
}

export const FootStripBox = styled.footer`
  grid-area: foot;
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 16px;
  border-top: 1px solid ${color("line")};
  background: ${color("sheet")};
  font-size: ${size.small};
  line-height: 1.25;
  > p { flex: 1; }
  > button { flex: none; min-width: 184px; }
  strong { color: ${color("clear")}; }
  em { font-style: normal; color: ${color("quiet")}; }
  ${narrow} { flex-wrap: wrap; padding: 10px 14px; > p { flex: 1 1 240px; } }
`;
const Readout = styled.div`
  display: grid;
  grid-template-columns: auto 1fr;
  align-items: baseline;
  column-gap: 8px;
  width: 230px;
  flex: none;
  b { ${mono} font-size: 30px; line-height: 1.1; }
  small { grid-column: 1 / -1; font-size: ${size.small}; color: ${color("quiet")}; }
  @media (width < 1200px) { width: 180px; b { font-size: 24px; } }
`;
const News = styled.span`
  color: ${color("spacer")};
  font-weight: 600;
  &:empty { display: none; }
  &::after { content: " "; }
`;
export const Caution = styled.p`
  color: ${color("spacer")};
  font-weight: 600;
  max-width: 330px;
`;
