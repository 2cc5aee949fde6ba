import { firstEdge } from "../../core/ledger/index.ts";
import { type LatheAxis, lastDigit, toolNumber } from "../../core/machine/index.ts";
import type { CalledSecond } from "../../core/plan/index.ts";
import { otherEdge } from "../../core/tool/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { lookingOn } from "../shell/LookingOnMark.tsx";
import { useEnter } from "../shell/useEnter.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PrimaryButton } from "../ui/Button.tsx";
import { Card } from "../ui/Panel.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { CentreForm } from "./CentreForm.tsx";
import { Caution, FootStripBox } from "./FootStrip.tsx";
import { FactList, Foot, LadderPanel } from "./Ladder.tsx";
import { secondZ, shownGeometry } from "./secondNumbers.ts";
import { edgeName, madeFrom } from "./words.ts";

/** A second offset that the program calls and that is not made yet: made from its first, once that is touched. */
export function MakeSecondStep({ called, ...loaded }: LoadedSetup & { readonly called: CalledSecond }) {
  const { setup, setupId, mayEnter } = loaded;
  const { offset, of } = called;
  const { machine } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const first = firstEdge(of);
  const isTouched = of.x !== undefined && of.z !== undefined;
  const make = () => {
    if (mayEnter && isTouched && first && !form.busy)
      form.send("make-second", { offset, of: of.offset, edge: otherEdge(first) });
  };
  useEnter(make);
  if (!first) return null;
  const [name, blade] = [toolNumber(machine, offset), toolNumber(machine, of.offset)];
  const edge = edgeName(otherEdge(first), machine, of.zone);
  const width =
    "width" in of.tool ? formatLength(convertLength(of.tool.width, "mm", machine.units), lastDigit(machine, "z")) : "";
  const shown = (axis: LatheAxis, value: number | undefined) => shownGeometry(machine, of.zone, axis, value);
  const facts = [
    [`Z of ${blade}, ${edgeName(first, machine, of.zone)}`, shown("z", of.z?.exact)],
    [`width of the blade, ${machine.units}`, width],
    [`Z of ${name}, ${edge}`, shown("z", secondZ(of, otherEdge(first)))],
    [`X of both`, shown("x", of.x?.exact)],
  ] as const;
  return (
    <>
      <CentreForm
        aria-label={`Second offset ${offset}`}
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <h1>
          {name}: {edge} of the blade of {blade}
        </h1>
        <Card>
          <p>
            The program calls {blade} with a second offset, {name}. It is made from the first: {madeFrom(first)}, the
            corner radius is repeated, the orientation is that of the {edge}.
          </p>
          {!isTouched && <p>{blade} is touched first.</p>}
        </Card>
        <button type="submit" hidden tabIndex={-1} aria-hidden="true" />
      </CentreForm>
      <LadderPanel aria-label={`Result, second offset ${offset}`}>
        <h1>{name} · second offset</h1>
        <FactList>
          {facts.map(([what, value]) => (
            <div key={what}>
              <dt>{what}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </FactList>
        <Foot>
          <Trouble>{form.trouble}</Trouble>
          {mayEnter ? (
            <PrimaryButton onPress={make} isDisabled={form.busy || !isTouched}>
              {form.busy ? "Saving…" : `Make ${name}`}
            </PrimaryButton>
          ) : (
            <Question>{lookingOn(setup)}</Question>
          )}
        </Foot>
      </LadderPanel>
      <FootStripBox>
        <p>The number is the one that the program calls.</p>
        <Caution>Calling a second offset is an index command: send it clear first.</Caution>
      </FootStripBox>
    </>
  );
}
