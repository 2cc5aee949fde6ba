import { Check, X } from "lucide-react";
import { useMemo, useState } from "react";
import { href } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import { FINDABLE, SLIPPED_RUNS, type SlippedRun, slippedRun } from "../../sim/exercise/slippedRun.ts";
import { SLIP_WORDS, type SlipKind } from "../../sim/exercise/slipWords.ts";
import { LatheDrawing } from "../practice/LatheDrawing.tsx";
import { latheScene } from "../practice/latheScene.ts";
import { turningWords } from "../practice/PracticePage.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PlainButtonLink, PrimaryButton, PrimaryButtonLink } from "../ui/Button.tsx";
import { color, mono, narrow, radius } from "../ui/tokens.ts";
import { BesideLathe, LatheSide, Told } from "./BesideLathe.ts";
import { SlipLine, Slips } from "./DebriefPage.tsx";
import { runLines } from "./runLines.ts";
import { useReplay } from "./useReplay.ts";

/** A recorded run with one slip in it, to be read line by line until the slip is found. */
export function FindSlipPage({
  person,
  number,
  seed,
  shop,
}: {
  readonly person: Person;
  readonly number: number;
  readonly seed: number;
  /** Runs that others have made here: how many there are, and the one that is asked for. */
  readonly shop: {
    readonly runs: number;
    readonly place: number | undefined;
    readonly found: SlippedRun | undefined;
  };
}) {
  const found = useMemo(() => shop.found ?? slippedRun(number, seed), [shop.found, number, seed]);
  const nextOfShop =
    shop.runs === 0
      ? undefined
      : `${href("/practice/find-the-slip")}?${new URLSearchParams({ shop: String(((shop.place ?? -1) + 1) % shop.runs) })}`;
  const next = `${href("/practice/find-the-slip")}?${new URLSearchParams({ run: String((number + 1) % SLIPPED_RUNS), seed: String(seed + 1) })}`;
  return (
    <>
      <TopStrip
        title="Find the slip"
        subtitle={`${found?.run.exercise.title ?? ""}${shop.found ? ", a run of this shop" : ""}`}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      {found && <Recorded found={found} next={next} nextOfShop={nextOfShop} />}
    </>
  );
}

function Recorded({
  found,
  next,
  nextOfShop,
}: {
  readonly found: SlippedRun;
  readonly next: string;
  /** Undefined while the shop has none. */
  readonly nextOfShop: string | undefined;
}) {
  const { run, debrief } = found;
  const lines = useMemo(() => runLines(run), [run]);
  const replay = useReplay(run, 0);
  const { lathe } = replay.moment.bench;
  const scene = useMemo(() => latheScene(lathe), [lathe]);
  const [kind, setKind] = useState<SlipKind>();
  const [tried, setTried] = useState<readonly SlipKind[]>([]);
  const isFound = tried.includes(found.kind);
  const slip = debrief.slips[0];
  return (
    <BesideLathe>
      <Read aria-label="The recorded run">
        <h1>Where did it go wrong?</h1>
        <p>
          {run.exercise.task} The debrief said: not reached. Read the run, work the sum out, and say what the slip was.
        </p>
        <ol>
          {lines.map(({ from, to, words, came }) => (
            <li key={from}>
              <button
                type="button"
                aria-pressed={replay.at >= from && replay.at <= to}
                data-slip={isFound && found.act >= from && found.act <= to}
                onClick={() => replay.setAt(to)}
              >
                {words}
                {came && <small>{came}</small>}
              </button>
            </li>
          ))}
        </ol>
      </Read>
      <Answer aria-label="The slip">
        <Room>
          <FailsAlone what="The drawing">
            <LatheDrawing scene={scene} turning={turningWords(lathe)} isCrash={lathe.isCrashed} />
          </FailsAlone>
        </Room>
        {isFound && slip ? (
          <>
            <p role="status">
              <Check size={22} aria-hidden="true" /> {tried.length > 1 ? `Found on try ${tried.length}.` : "Found."}
            </p>
            <Slips>
              <SlipLine slip={slip} goals={debrief.goals} onSee={replay.setAt} onRetry={undefined} />
            </Slips>
            <nav aria-label="What comes next">
              <PrimaryButtonLink to={next}>Another run</PrimaryButtonLink>
              {nextOfShop !== undefined && <PlainButtonLink to={nextOfShop}>A run of this shop</PlainButtonLink>}
              <PlainButtonLink to={href("/practice")}>To the exercises</PlainButtonLink>
            </nav>
          </>
        ) : (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (kind !== undefined && !tried.includes(kind)) setTried([...tried, kind]);
            }}
          >
            <fieldset>
              <legend>The slip was</legend>
              {FINDABLE.map((one) => (
                <label key={one}>
                  <input type="radio" name="slip" checked={kind === one} onChange={() => setKind(one)} />
                  {tried.includes(one) && <X size={18} aria-label="not this one" />}
                  {SLIP_WORDS[one]}
                </label>
              ))}
            </fieldset>
            <PrimaryButton type="submit" isDisabled={kind === undefined}>
              That is it
            </PrimaryButton>
            <p role="status">{tried.length > 0 && "Not this one. Look at what was keyed, and work its sum out."}</p>
          </form>
        )}
      </Answer>
    </BesideLathe>
  );
}

const Read = styled(Told)`
  p { font-size: 16px; line-height: 1.3; }
  ol { display: grid; gap: 2px; }
  li button { ${mono} display: grid; width: 100%; min-height: 44px; align-content: center; padding: 4px 12px; border: 1.5px solid ${color("line")}; border-radius: ${radius}; background: ${color("sheet")}; color: inherit; font-size: 16px; text-align: left; cursor: pointer; }
  li button[aria-pressed="true"] { border-color: ${color("action")}; background: ${color("selected")}; }
  li button[data-slip="true"] { border-color: ${color("stop")}; background: ${color("stopGround")}; }
  small { font-size: 16px; color: ${color("measured")}; }
`;
const Answer = styled(LatheSide)`
  grid-template-rows: minmax(180px, 1fr) auto;
  align-content: start;
  gap: 10px;
  overflow: auto;
  padding: 0 0 16px;
  > :not(:first-child) { margin: 0 20px; }
  > p { display: flex; gap: 8px; font-weight: 700; }
  > nav { display: flex; flex-wrap: wrap; gap: 8px; }
  form { display: grid; gap: 8px; justify-items: start; }
  fieldset { display: grid; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr)); gap: 0 14px; width: 100%; padding: 0; border: 0; }
  legend { font-weight: 700; }
  label { display: flex; align-items: center; gap: 8px; min-height: 44px; font-size: 16px; line-height: 1.2; cursor: pointer; }
  input { flex: none; width: 20px; height: 20px; accent-color: ${color("action")}; }
  ${narrow} { > :not(:first-child) { margin: 0 14px; } }
`;
const Room = styled.div`
  min-height: 0;
  overflow: hidden;
  border-bottom: 1px solid ${color("line")};
  background: ${color("sheet")};
`;
