import { useState } from "react";
import { styled } from "styled-components";
import type { ProofFound } from "../../core/ledger/index.ts";
import { type LatheAxis, lastDigit, readingOfFeed, shownAs, toControl } from "../../core/machine/index.ts";
import { judgeStop, proofState, stoppedAt, type TwoLineCheck } from "../../core/proof/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { useEarly } from "../shell/useEarly.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { useFeed } from "../stream/useFeed.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Moment } from "../ui/Moment.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";

const FOUND: Readonly<Record<ProofFound, string>> = {
  right: "As predicted",
  off: "Off",
  stopped: "Stopped by hand",
};

/** What was seen at the pauses: read from the machine's feed, keyed, or by the gap alone; and the verdict. */
export function CheckForm(loaded: LoadedSetup & { readonly check: TwoLineCheck }) {
  const { setup, setupId, person, mayEnter, hasFeed, check } = loaded;
  const { machine } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const feed = useFeed(machine.id, hasFeed);
  const z = useTypedLength(machine.units, person.decimalMark);
  const x = useTypedLength(machine.units, person.decimalMark);
  const typed = { x, z };
  const [note, setNote] = useState("");
  const noteField = useEarly<HTMLInputElement>(note, setNote);
  const [fromFeed, setFromFeed] = useState(false);
  const { proof } = check.tool;
  const show = showFor(machine);
  const judged = check.stops.map((stop) => {
    const { reading } = typed[stop.axis];
    const now = feed?.state === "live" ? readingOfFeed(machine, stop.axis, feed) : undefined;
    const judgedNow = now?.ok ? judgeStop(setup, check.tool, stop, shownAs("readout", Number(now.value))) : undefined;
    const seen = reading && judgeStop(setup, check.tool, stop, shownAs("readout", reading.exact));
    return {
      stop,
      judged: seen,
      live: judgedNow,
      byHand: seen && !seen.isRight ? stoppedAt(stop, stop.machine + seen.off) : undefined,
    };
  });
  const isOff = judged.some(({ judged: one }) => one && !one.isRight);
  const take = (axis: LatheAxis) => {
    const now = feed && readingOfFeed(machine, axis, feed);
    if (!now?.ok) return;
    typed[axis].onEdit(() => now.value);
    setFromFeed(true);
  };
  const record = (found: ProofFound) => {
    const isRead = z.text.trim() !== "" || x.text.trim() !== "";
    const source = fromFeed ? "feed" : isRead ? "keyed" : "seen";
    form.send("record-proof", { offset: check.tool.offset, found, x: x.text, z: z.text, source, note });
  };
  return (
    <section aria-label="What was seen">
      <h3>What the machine reads at the pauses</h3>
      {mayEnter && (
        <Fields>
          {judged.map(({ stop, judged: one, live, byHand }) => (
            <div key={stop.axis}>
              <SmallLength
                typed={typed[stop.axis]}
                name={stop.axis}
                label={`machine reading at the ${stop.axis.toUpperCase()} pause, tool ${check.tool.offset}`}
                caption={`${stop.axis.toUpperCase()} reading`}
                unit={machine.units}
                quantity="machine"
                refusal={form.refusalOf(stop.axis)}
              />
              {hasFeed && (
                <PlainButton onPress={() => take(stop.axis)} isDisabled={feed?.state !== "live"}>
                  Take {stop.axis.toUpperCase()} from the machine
                </PlainButton>
              )}
              {live && !one && (
                <Quiet>
                  {live.isRight
                    ? "The machine stands at this pause, as predicted."
                    : `The machine stands ${show.length(Math.abs(live.off))} ${machine.units} away from this pause.`}
                </Quiet>
              )}
              {byHand && (
                <Quiet>
                  Stopped here by hand? Then {show.axis(stop.axis, byHand.toGo, "program", check.tool.zone)} must be
                  left to go
                  {byHand.gap === undefined
                    ? ""
                    : `, and the gap look ${show.length(byHand.gap)} ${machine.units} wide`}
                  .
                </Quiet>
              )}
              {one && (
                <Judged role="status" $right={one.isRight}>
                  {one.isRight
                    ? "as predicted"
                    : `off by ${formatLength(toControl(machine, stop.axis, one.off, "readout", check.tool.zone), lastDigit(machine, stop.axis), { sign: "always" })} ${machine.units}. Stop and look at ${stop.axis.toUpperCase()} geometry and the work offset in the control.`}
                </Judged>
              )}
            </div>
          ))}
          <label>
            note
            <input ref={noteField} value={note} maxLength={400} onChange={({ target }) => setNote(target.value)} />
          </label>
          <PrimaryButton isDisabled={form.busy || isOff} onPress={() => record("right")}>
            {FOUND.right}
          </PrimaryButton>
          <Row>
            <PlainButton isDisabled={form.busy} onPress={() => record("off")}>
              {FOUND.off}
            </PlainButton>
            <PlainButton isDisabled={form.busy} onPress={() => record("stopped")}>
              {FOUND.stopped}
            </PlainButton>
          </Row>
          <Trouble>{form.refusalOf("found") ?? form.trouble}</Trouble>
        </Fields>
      )}
      {proof && (
        <Quiet>
          {FOUND[proof.found]}, {proof.person}, <Moment at={proof.at} now={loaded.now} />
          {proofState(setup, check.tool) === "again" && ": something has changed since"}
          {mayEnter && (
            <UndoButton
              entry={proof.entry}
              seq={setup.seq}
              label="Undo"
              what={`check of tool ${check.tool.offset}`}
              setupId={setupId}
            />
          )}
        </Quiet>
      )}
    </section>
  );
}

const Fields = styled.div`
  display: grid;
  gap: 10px;
  margin-top: 8px;
  > label { display: grid; gap: 3px; font-size: ${size.small}; }
  > label > input { ${fieldBox} font-size: ${size.text}; }
`;
const Row = styled.div`
  display: flex;
  gap: 8px;
  > * { flex: 1; }
`;
const Judged = styled.p<{ $right: boolean }>`
  margin-top: 4px;
  padding-left: 8px;
  border-left: 4px solid ${({ $right }) => color($right ? "clear" : "stop")};
  font-weight: 600;
`;
