export { type Brought, LARGEST_PHOTO, type Photo, readPhotoFile } from "./brought.ts";
export { factElsewhere, MACHINE_KINDS } from "./factElsewhere.ts";
export { FIELD_FRAMES, FIELDS_OF_WORDS, readField } from "./fieldFrames.ts";
export { type ListValues, listSchemas, type ReadList, readOwnList, type TypedStep } from "./forms/lists.ts";
export { type FormOf, type Intent, type SetupForm, setupForms } from "./forms/setupForms.ts";
export { type Actor, KNOWN_VERSION, type Known, makeCommand } from "./makeCommand.ts";
export {
  type CommandResult,
  type ConflictSide,
  INCOMPLETE,
  type InputLocale,
  type NewEntry,
  refuse,
  type SetupOutcome,
  saidRight,
} from "./outcome.ts";
export { type KnownBefore, readStock } from "./prepareCommand.ts";
export { readSize } from "./readSize.ts";
export { IDLE_HOURS, may, REFUSED_PERSON, type Role } from "./role.ts";
export { LARGEST_DRIFT } from "./setterCommand.ts";
export { stepField } from "./stepsCommand.ts";
export { findingOfCells, findingOfSetWork } from "./tableCommand.ts";
export { shownNumber } from "./touchCommand.ts";
