import { FileUp } from "lucide-react";
import { useState } from "react";
import { styled } from "styled-components";
import type { ProfileDifference } from "../../core/drawings/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { PartSide } from "../../core/part/index.ts";
import { saveFile } from "../offline/takeHere.ts";
import { FileChoice } from "../prepare/FileChoice.tsx";
import { notText, textOfFile } from "../shell/textOfFile.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton } from "../ui/Button.tsx";
import { FoldedPart } from "../ui/Fold.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { partSource } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";

/** What a chosen drawing says beside the part of the program. */
export interface ComparedDrawing {
  readonly name: string;
  readonly differences: readonly ProfileDifference[];
  readonly passedOver: readonly string[];
  /** By how much it was moved along Z so that its front lies on the part's. */
  readonly shift: number;
}

/** A drawing that lies within this of the program is the same: what a nose's last digit makes. Millimetres. */
const SAME = 0.01;
/** Differences listed at most. */
const MOST = 8;

/** The profile as a file to be taken away, and a drawing from another program held against it. */
export function DrawingFiles({
  setup,
  side,
  compared,
  onCompared,
}: Pick<FirstPartProps, "setup"> & {
  readonly side: PartSide;
  readonly compared: ComparedDrawing | undefined;
  readonly onCompared: (compared: ComparedDrawing | undefined) => void;
}) {
  const { machine, part } = setup;
  const [trouble, setTrouble] = useState<string>();
  const files = () => import("../../core/drawings/index.ts");
  const compare = async (file: File | undefined) => {
    setTrouble(undefined);
    onCompared(undefined);
    if (!file) return;
    const text = await textOfFile(file);
    if (text === undefined) return setTrouble(notText(file));
    const { readProfileDxf, compareProfiles, frontShift } = await files();
    const read = readProfileDxf(text, machine.units);
    if (!read.ok) return setTrouble(read.refusal.message);
    const { pieces, passedOver } = read.value;
    const shift = frontShift(side.profile, pieces);
    onCompared({ name: file.name, passedOver, shift, differences: compareProfiles(side.profile, pieces, SAME, shift) });
  };
  return (
    <FoldedPart>
      <summary>Drawing files</summary>
      <Buttons>
        <PlainButton onPress={async () => saveFile((await files()).profileDxf(side.profile, part, machine.units))}>
          Export as DXF
        </PlainButton>
        <PlainButton onPress={async () => saveFile((await files()).profileSvg(side.profile, part))}>
          Export as SVG
        </PlainButton>
        <FileChoice
          label="Choose a DXF drawing to compare"
          words="Compare with a DXF"
          onPick={compare}
          forgets
          icon={FileUp}
        />
      </Buttons>
      <Trouble>{trouble}</Trouble>
      {compared && <Differences {...compared} setup={setup} side={side} />}
    </FoldedPart>
  );
}

/** What differs, the worst first, each where it is. */
function Differences({
  name,
  differences,
  passedOver,
  shift,
  setup,
  side,
}: ComparedDrawing & Pick<FirstPartProps, "setup"> & { readonly side: PartSide }) {
  const { machine } = setup;
  const show = showFor(machine);
  return (
    <Found role="status">
      <p>
        <b>
          {differences.length === 0
            ? `${name} is the same as ${partSource(setup)}.`
            : `${name}: ${differences.length} ${differences.length === 1 ? "piece differs" : "pieces differ"}.`}
        </b>
        {Math.abs(shift) > SAME &&
          ` It was moved by ${show.amount("z", shift, "always")} along Z, so that the fronts meet.`}
        {passedOver.length > 0 && ` Passed over: ${passedOver.join(", ")}.`}
      </p>
      <ol>
        {differences.slice(0, MOST).map(({ of, piece, by, at }) => {
          const made = of === "program" ? side.profile.pieces.find((one) => one.from === piece.from) : undefined;
          return (
            <li key={`${of} ${at.z} ${at.r} ${piece.from.z} ${piece.to.r}`}>
              {of === "drawing"
                ? "the drawing has"
                : made?.by === "nose"
                  ? "the nose leaves"
                  : `by ${partSource(setup)} it has`}{" "}
              {pieceWords(piece, show)}
              {made?.maker &&
                ` (${toolNumber(machine, made.maker.offset)}${made.maker.line === undefined ? "" : `, line ${made.maker.line}`})`}
              , off by <b>{show.amount("z", by)}</b> at Z {show.amount("z", at.z)}, Ø {show.amount("x", 2 * at.r)}
            </li>
          );
        })}
      </ol>
      {differences.length > MOST && <p>And {differences.length - MOST} more.</p>}
    </Found>
  );
}

function pieceWords({ from, to, arc }: ProfileDifference["piece"], show: ReturnType<typeof showFor>): string {
  if (arc) return `an R ${show.amount("z", arc.radius)}`;
  if (Math.abs(from.r - to.r) < SAME) return `a Ø ${show.amount("x", 2 * from.r)}`;
  if (Math.abs(from.z - to.z) < SAME) return `a wall at Z ${show.amount("z", from.z)}`;
  return "a slope";
}

const Buttons = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
`;
const Found = styled.div`
  margin-top: 8px;
  font-size: ${size.small};
  ol { margin: 4px 0 0; padding-left: 20px; list-style: decimal; }
  li { margin-bottom: 3px; }
  li b { ${mono} color: ${color("stop")}; }
`;
