import { styled } from "styled-components";
import { narrow } from "../ui/tokens.ts";
import { SHEET, type SheetPoint } from "./view.ts";

/** Room that a sheet fills as far as its proportions allow. */
export const DrawingRoom = styled.div`
  display: grid;
  place-items: center;
  min-height: 0;
  overflow: hidden;
  container-type: size;
  /* A page that scrolls gives the sheet its whole width. */
  ${narrow} { height: min((100vw - 30px) * ${SHEET.height / SHEET.width}, 46dvh); min-height: 300px; }
`;
/** The sheet keeps its proportions and is as large as the room allows. */
export const DrawingSheet = styled.div`
  position: relative;
  aspect-ratio: ${SHEET.width} / ${SHEET.height};
  width: min(100cqw, ${(100 * SHEET.width) / SHEET.height}cqh);
  /* The boxes grow with the sheet on a large screen and keep their size for a finger on a small one. */
  font-size: max(16px, min(100cqw, ${(100 * SHEET.width) / SHEET.height}cqh) * ${16 / SHEET.width});
`;
/** A box that stands on the sheet; what is typed in comes to the front. */
export const OnSheet = styled.div`
  position: absolute;
  display: grid;
  gap: 0.6em;
  &:focus-within { z-index: 2; }
`;

/** A box's place on the sheet. */
export const placeOnSheet = ({ left, top }: SheetPoint) => ({
  left: `${(100 * left) / SHEET.width}%`,
  top: `${(100 * top) / SHEET.height}%`,
});
