import { Minus, Plus, Scan } from "lucide-react";
import type { Ref } from "react";
import { styled } from "styled-components";
import { color, size } from "../ui/tokens.ts";
import { PartContents, type PartSheetProps } from "./PartSheet.tsx";
import { useZoom } from "./useZoom.ts";

/** The sheet of a part on the screen: to be zoomed and moved. */
export function PartDrawing({
  roomOf,
  ...props
}: PartSheetProps & {
  /** Hears how much room the sheet has. */
  readonly roomOf: Ref<SVGSVGElement>;
}) {
  const zoom = useZoom(props.layout);
  return (
    <Room>
      <View ref={zoom.scrolled}>
        <Sheet ref={roomOf} viewBox={zoom.viewBox} $held={!zoom.isWhole} {...zoom.on}>
          <PartContents {...props} />
        </Sheet>
      </View>
      <Zoom>
        <button type="button" onClick={zoom.nearer} aria-label="Zoom in">
          <Plus size={20} />
        </button>
        <button type="button" onClick={zoom.farther} aria-label="Zoom out" disabled={zoom.isWhole}>
          <Minus size={20} />
        </button>
        <button type="button" onClick={zoom.whole} aria-label="Show all of it" disabled={zoom.isWhole}>
          <Scan size={20} />
        </button>
      </Zoom>
    </Room>
  );
}

const Room = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  width: 100%;
  height: 100%;
`;
const View = styled.div`
  min-width: 0;
  min-height: 0;
`;
const Sheet = styled.svg<{ $held: boolean }>`
  display: block;
  width: 100%;
  height: 100%;
  background: ${color("drawing")};
  touch-action: ${({ $held }) => ($held ? "none" : "pan-y")};
  cursor: ${({ $held }) => ($held ? "grab" : "default")};
  foreignObject { overflow: visible; }
`;
const Zoom = styled.div`
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 4px;
  border-left: 1px solid ${color("line")};
  button { display: grid; place-items: center; width: 44px; height: 44px; border: 1px solid ${color("line")}; background: ${color("sheet")}; color: ${color("ink")}; font-size: ${size.text}; cursor: pointer; }
  button:disabled { color: ${color("line")}; cursor: default; }
  @media print { display: none; }
`;
